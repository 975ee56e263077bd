/**
 * The queue of commands that the server has not answered for. A command counts at once here and is sent in the
 * background; what the server answers is the truth, and what it has not answered yet is laid over it again. Nothing here
 * knows of the network, the browser or the screen: all three are given.
 */
import {
	apply,
	CommandError,
	execute,
	type Change,
	type Collision,
	type Command,
	type Inquiry
} from '$core/crosswalk';

/** A command on its way, with the revision that was on the screen when it was given and the window it comes from. */
export interface Sent {
	command: Command;
	base: number;
	client: string;
	/** Windows whose changes are no surprise either, as this one took over what they left. */
	also?: string[];
	/** Sent again under the same name, it is not carried out twice. */
	sending: string;
	force?: boolean;
}

/** Names of the steps that undo and redo would take. */
interface Ways {
	undo: string | null;
	redo: string | null;
}

export interface Loaded extends Ways {
	inquiry: Inquiry;
	revision: number;
}

export interface Outcome extends Ways {
	revision: number;
	changes: Change[];
	summary: string;
}

/** A change that arrived from the server, whoever made it. */
export interface News {
	revision: number;
	rows: Change[];
	summary: string;
	client: string;
	personId: string;
	person: string;
}

/** A refusal for good. */
export interface Refusal {
	code: string;
	message: string;
	details?: unknown;
}

/** What comes of a call: done, refused for good, or the server is away and it is worth trying again. */
export type Reply<T> = { done: T } | { refused: Refusal } | 'away';

export interface Transport {
	send(sent: Sent): Promise<Reply<Outcome>>;
	step(kind: 'undo' | 'redo', client: string): Promise<Reply<Outcome>>;
	changesSince(revision: number): Promise<Reply<Ways & { changes: News[] }>>;
}

/** Where what is not sent yet outlives the window. */
export interface PendingStore {
	hold(): void;
	/** Resolves once it outlives the browser, too. */
	keep(list: readonly Sent[]): Promise<void>;
	/** Gives what windows left that are no longer open. */
	adopt(take: (left: Sent[]) => void): Promise<void>;
}

/** A change of ours that met somebody else's; it waits until a side is chosen. */
export interface Met {
	sent: Sent;
	message: string;
	collisions: Collision[];
	by?: string;
	at?: string;
}

export type Saving = 'saved' | 'saving' | 'waiting';

/** What is told as it happens. */
export interface Listener {
	/** Something of the queue is another. */
	changed(): void;
	/** What is shown or confirmed is another, so that what follows from it has to be worked out anew. */
	shown(): void;
	elsewhere(news: News): void;
	refused(sent: Sent, refusal: Refusal, confirmed: Inquiry): void;
}

/** Milliseconds between looks at what others do, and before another try. */
export interface Pace {
	catchUp: number;
	retry: number;
}
const PACE: Pace = { catchUp: 4_000, retry: 2_000 };

export class SyncQueue {
	/** The inquiry with what is still under way laid over it. */
	inquiry: Inquiry;
	/** The last change that the server has answered for. */
	revision: number;
	undo: string | null;
	redo: string | null;
	saving: Saving = 'saved';
	/** Whether what waits outlives the browser, even if that is killed. */
	isKept = true;
	/** Changes that met others', oldest first. */
	met: readonly Met[] = [];

	private confirmed: Inquiry;
	private queue: readonly Sent[] = [];
	/** Windows that were closed and of which this one took over what they left. */
	private inherited: readonly string[] = [];
	/** Changes that were told of before this window could take them in, by their revisions. */
	private readonly heard = new Map<number, News>();
	private underWay: Promise<void> | undefined;
	private retrying: ReturnType<typeof setTimeout> | undefined;
	private looking: ReturnType<typeof setInterval> | undefined;
	private isStopped = false;

	/** @param client tells this window's changes from those of others */
	constructor(
		loaded: Loaded,
		private readonly client: string,
		private readonly transport: Transport,
		private readonly pending: PendingStore,
		private readonly listener: Listener,
		private readonly pace = PACE
	) {
		this.inquiry = this.confirmed = loaded.inquiry;
		({ revision: this.revision, undo: this.undo, redo: this.redo } = loaded);
	}

	/**
	 * Takes up what an earlier visit could not send, and starts looking after what others do.
	 * @param isNeeded whether to look now: not while nobody watches, nor while all that happens is heard by itself
	 */
	start(isNeeded: () => boolean = () => true): void {
		this.pending.hold();
		void this.pending.adopt((left) => {
			const taken = left.map((sent) => ({
				...sent,
				client: this.client,
				also: [...(sent.also ?? []), sent.client]
			}));
			this.inherited = [...new Set([...this.inherited, ...taken.flatMap(({ also }) => also)])];
			this.setQueue([...taken, ...this.queue]);
			this.rebase();
			if (this.queue.length > 0) void this.drain();
		});
		this.looking = setInterval(() => {
			if (isNeeded() && !this.underWay && this.queue.length === 0) void this.catchUp();
		}, this.pace.catchUp);
	}

	/** Nobody looks any more: others are not looked after, and what waits goes on being sent. */
	leave(): void {
		clearInterval(this.looking);
	}

	/** Ends it as closing its window does: nothing is sent, told or kept any more, whatever is still under way. */
	stop(): void {
		this.isStopped = true;
		this.leave();
		clearTimeout(this.retrying);
	}

	/**
	 * Carries a command out here and sends it soon.
	 * @param summary what it does, in words
	 * @returns whether it changes anything
	 * @throws CommandError where it cannot be carried out
	 */
	push(command: Command, summary: (before: Inquiry) => string): boolean {
		const changes = execute(this.inquiry, command);
		if (changes.length === 0) return false;
		this.undo = summary(this.inquiry);
		this.redo = null;
		this.inquiry = apply(this.inquiry, changes);
		const { revision: base, client } = this;
		this.setQueue([
			...this.queue,
			{ command, base, client, also: [...this.inherited], sending: crypto.randomUUID() }
		]);
		void this.drain();
		return true;
	}

	/** Takes in at once what was done elsewhere, as by the server itself; what waits to be sent does so as it is answered. */
	async look(): Promise<void> {
		if (this.isStopped || this.underWay || this.queue.length > 0) return;
		await this.catchUp();
	}

	/** Takes in changes that were told of as they happened; asks for what is missing before them. */
	hear(news: readonly News[]): void {
		if (this.isStopped) return;
		for (const one of news) this.heard.set(one.revision, one);
		if (this.takeHeard()) this.rebase();
		if (this.heard.size > 0) void this.look();
	}

	/**
	 * Takes in what was told of and follows on what is known. What this window did itself waits for its answer.
	 * @returns whether there was any
	 */
	private takeHeard(): boolean {
		const before = this.revision;
		for (let next = this.heard.get(before + 1); next && next.client !== this.client;) {
			this.takeIn(next);
			next = this.heard.get(this.revision + 1);
		}
		for (const revision of this.heard.keys()) if (revision <= this.revision) this.heard.delete(revision);
		return this.revision > before;
	}

	private takeIn(news: News): void {
		this.confirmed = apply(this.confirmed, news.rows);
		this.revision = news.revision;
		if (news.client !== this.client && !this.inherited.includes(news.client)) this.listener.elsewhere(news);
	}

	/** Undoes or redoes the last step, once everything before it is saved. */
	async step(kind: 'undo' | 'redo'): Promise<Reply<Outcome>> {
		await this.drain();
		if (this.queue.length > 0) return 'away';
		const reply = await this.transport.step(kind, this.client);
		if (reply !== 'away' && 'done' in reply && !this.isStopped) await this.settle(reply.done);
		return reply;
	}

	/** Whether something waits to be sent. */
	get waits(): boolean {
		return this.queue.length > 0;
	}

	/** Settles the oldest change that met another: ours is sent again and overwrites, or theirs stands. */
	choose(side: 'mine' | 'theirs'): void {
		const [first, ...rest] = this.met;
		this.met = rest;
		if (first && side === 'mine') {
			this.setQueue([...this.queue, { ...first.sent, force: true }]);
			this.rebase();
			void this.drain();
		}
		this.listener.changed();
	}

	private setQueue(queue: readonly Sent[]): void {
		this.queue = queue;
		this.isKept = queue.length === 0;
		this.pending.keep(queue).then(
			() => {
				if (this.queue !== queue) return;
				this.isKept = true;
				this.listener.changed();
			},
			// Without room it is said not to be kept.
			() => {}
		);
		this.listener.changed();
	}

	private setSaving(saving: Saving): void {
		this.saving = saving;
		this.listener.changed();
	}

	/** Sends what waits, one after the other; whoever asks meanwhile waits for the same sending to end. */
	private drain(): Promise<void> {
		this.underWay ??= this.sendAll().finally(() => {
			this.underWay = undefined;
			if (this.queue.length > 0 && this.saving === 'saved' && !this.isStopped) void this.drain();
		});
		return this.underWay;
	}

	private async sendAll(): Promise<void> {
		this.setSaving('saving');
		while (this.queue.length > 0) {
			const sent = this.queue[0];
			const reply = await this.transport.send(sent);
			if (this.isStopped) return;
			if (reply === 'away') {
				this.setSaving('waiting');
				this.retryLater();
				return;
			}
			// Others may have come before it meanwhile.
			this.setQueue(this.queue.filter((other) => other !== sent));
			if ('done' in reply) {
				await this.settle(reply.done);
				if (this.isStopped) return;
			} else {
				this.takeRefusal(sent, reply.refused);
				await this.catchUp();
				if (this.isStopped) return;
				// It is off the screen, whether anything else came or not.
				this.rebase();
			}
		}
		this.setSaving('saved');
	}

	private takeRefusal(sent: Sent, refusal: Refusal): void {
		if (refusal.code === 'collision' && refusal.details) {
			const details = refusal.details as Omit<Met, 'sent' | 'message'>;
			this.met = [...this.met, { sent, message: refusal.message, ...details }];
			this.listener.changed();
		} else this.listener.refused(sent, refusal, this.confirmed);
	}

	private retryLater(): void {
		clearTimeout(this.retrying);
		this.retrying = setTimeout(() => void this.retry(), this.pace.retry);
	}

	/** After a silence the screen is brought up to date first, so that nothing seems to come from nowhere. */
	private async retry(): Promise<void> {
		const isThere = await this.catchUp();
		if (this.isStopped) return;
		if (isThere) await this.drain();
		else this.retryLater();
	}

	/** Takes in an answer: what the server did, after anything others did in between. */
	private async settle(outcome: Outcome): Promise<void> {
		// What changed nothing has no revision of its own: the one it names is of what others did.
		const own = outcome.changes.length > 0 ? 1 : 0;
		if (outcome.revision > this.revision + own) {
			await this.catchUp();
			if (this.isStopped) return;
		}
		// What had arrived before is answered for again, and may be on the screen already.
		else if (outcome.revision > this.revision) {
			this.confirmed = apply(this.confirmed, outcome.changes);
			({ revision: this.revision, undo: this.undo, redo: this.redo } = outcome);
		}
		this.takeHeard();
		this.rebase();
	}

	/** Takes in what happened elsewhere. Answers whether the server could be reached. */
	async catchUp(): Promise<boolean> {
		const reply = await this.transport.changesSince(this.revision);
		if (reply === 'away' || this.isStopped) return false;
		if ('refused' in reply) return true;
		const { changes, undo, redo } = reply.done;
		for (const news of changes) {
			if (news.revision > this.revision) this.takeIn(news);
		}
		this.takeHeard();
		Object.assign(this, { undo, redo });
		if (changes.length > 0) this.rebase();
		else this.listener.changed();
		return true;
	}

	/** Shows what is confirmed with what is still under way laid over it. */
	private rebase(): void {
		let shown = this.confirmed;
		for (const { command } of this.queue) {
			try {
				shown = apply(shown, execute(shown, command));
			} catch (error) {
				// It no longer fits; the server will say so when its turn comes.
				if (!(error instanceof CommandError)) throw error;
			}
		}
		this.inquiry = shown;
		this.listener.changed();
		this.listener.shown();
	}
}
