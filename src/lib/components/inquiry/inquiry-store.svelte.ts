import { getContext, setContext } from 'svelte';
import { messages } from '../messages/messages.svelte';
import {
	apply,
	CommandError,
	describe,
	execute,
	inOrder,
	CellsByPlace,
	type Change,
	type Collision,
	type Command,
	type Inquiry,
	type PickedHeading
} from '$core/crosswalk';
import type { CrosswalkFacts } from '$lib/server/crosswalk/crosswalk-facts';
import type { IndexSummary } from '$lib/server/vocabulary/subject-indexes';
import type { CellCoverage, Figures } from '$lib/server/crosswalk/coverage';
import { RefusedChanges } from './refused.svelte';
import { Unsent } from './unsent';

interface Loaded {
	inquiry: Inquiry;
	revision: number;
	undo: string | null;
	redo: string | null;
}

interface Outcome {
	revision: number;
	changes: Change[];
	summary: string;
	undo: string | null;
	redo: string | null;
}

type Saving = 'saved' | 'saving' | 'waiting';

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

/** A change of ours that met somebody else's; it waits until a side is chosen. */
export interface Met {
	sent: Sent;
	message: string;
	collisions: Collision[];
	by?: string;
	at?: string;
}

/** Headings marked to be picked in one step. */
export interface Marked {
	indexCode: string;
	headings: PickedHeading[];
}

const NO_FACTS: CrosswalkFacts = { facts: {}, aspects: {}, changed: {} };
const FACTS_AFTER = 150;

/** Where a server fails without saying why. */
const NO_REASON = { error: { code: 'unexpected', message: 'The server could not carry it out.' } };

const CATCH_UP = 4_000;
const RETRY = 2_000;

/**
 * An inquiry as this window sees it. A change is shown at once and sent in the background; what the server answers is
 * the truth, and what it has not answered yet is laid over it again. What could not be sent is kept, also over a
 * reload, and sent when the server is back.
 */
export class InquiryStore {
	inquiry: Inquiry;
	undoName = $state<string | null>(null);
	redoName = $state<string | null>(null);
	saving = $state<Saving>('saved');
	/** Changes that met others', oldest first. */
	met = $state.raw<Met[]>([]);
	/** What the vocabularies say about the picks; a moment behind the picks themselves. */
	facts = $state.raw<CrosswalkFacts>(NO_FACTS);
	/** What each cell brings in records, as the server last counted. */
	coverage = $state.raw<Record<string, CellCoverage>>({});
	/** What the strategy of each index finds, as the server last counted; null where it cannot be run. */
	found = $state.raw<Figures['found']>({});
	marked = $state.raw<Marked[]>([]);
	/** Every cell that holds something, filed by concept and index. */
	readonly cells = $derived.by(() => new CellsByPlace(this.inquiry));

	private confirmed: Inquiry;
	/** The last change that the server has answered for. */
	revision = $state(0);
	private queue: Sent[] = [];
	/** Tells this window's changes from those of others. */
	private readonly client = crypto.randomUUID();
	/** Windows that were closed and of which this one took over what they left. */
	private inherited: string[] = [];
	private readonly unsent: Unsent<Sent>;
	/** Changes that the server refused for good. */
	readonly refused: RefusedChanges;
	private factsWait: ReturnType<typeof setTimeout> | undefined;
	private underWay: Promise<void> | undefined;
	private retrying: ReturnType<typeof setTimeout> | undefined;

	constructor(
		loaded: Loaded,
		readonly indexes: IndexSummary[]
	) {
		this.confirmed = loaded.inquiry;
		this.unsent = new Unsent(`oakmoss.unsent.${this.id}`, this.client);
		this.refused = new RefusedChanges(this.id);
		this.inquiry = $state.raw(loaded.inquiry);
		this.revision = loaded.revision;
		this.undoName = loaded.undo;
		this.redoName = loaded.redo;
	}

	get id(): string {
		return this.confirmed.about.id;
	}

	get concepts() {
		return inOrder(this.inquiry.concepts);
	}

	/** The chosen indexes, in column order. */
	get columns(): IndexSummary[] {
		return this.inquiry.about.indexes.flatMap(
			(code) => this.indexes.find((index) => index.code === code) ?? []
		);
	}

	indexName = (code: string) => this.indexes.find((index) => index.code === code)?.name ?? code;

	/** Starts looking after what other windows do, and takes up what an earlier visit could not send. */
	attach(): () => void {
		this.unsent.hold();
		this.refused.load();
		void this.askFacts();
		void this.unsent.adopt((left) => {
			const taken = left.map((sent) => ({
				...sent,
				client: this.client,
				also: [...(sent.also ?? []), sent.client]
			}));
			for (const { also } of taken) this.inherited = [...new Set([...this.inherited, ...also])];
			this.queue = [...taken, ...this.queue];
			this.unsent.keep(this.queue);
			this.relay();
			if (this.queue.length > 0) void this.drain();
		});
		const timer = setInterval(() => {
			if (document.visibilityState === 'visible' && !this.underWay && this.queue.length === 0)
				void this.catchUp();
		}, CATCH_UP);
		return () => {
			clearInterval(timer);
			clearTimeout(this.factsWait);
		};
	}

	/**
	 * Carries out a command: at once here, soon on the server. Says what was done, with a way back, and answers with the
	 * number of that message; undefined where nothing was done.
	 */
	send(command: Command, { quiet = false } = {}): number | undefined {
		try {
			const changes = execute(this.inquiry, command);
			if (changes.length === 0) return undefined;
			const summary = describe(this.inquiry, command, this.indexName);
			this.inquiry = apply(this.inquiry, changes);
			this.queue.push({
				command: $state.snapshot(command) as Command,
				base: this.revision,
				client: this.client,
				also: this.inherited,
				sending: freshId()
			});
			this.unsent.keep(this.queue);
			this.undoName = summary;
			this.redoName = null;
			void this.drain();
			if (quiet) return 0;
			return messages.say(summary, { label: 'Undo', run: () => void this.step('undo') });
		} catch (error) {
			if (!(error instanceof CommandError)) throw error;
			messages.warn(error.message);
			return undefined;
		}
	}

	async step(kind: 'undo' | 'redo'): Promise<void> {
		await this.drain();
		if (this.queue.length > 0)
			return void messages.warn('The server cannot be reached yet. Your changes are kept here.');
		const outcome = await this.post(kind, { client: this.client });
		if (outcome === 'away')
			messages.warn(`The server cannot be reached, so nothing was ${kind === 'undo' ? 'undone' : 'redone'}.`);
		else if (outcome) {
			await this.settle(outcome);
			messages.say(outcome.summary);
		}
	}

	/** Sends what waits, one after the other; whoever asks meanwhile waits for the same sending to end. */
	private drain(): Promise<void> {
		this.underWay ??= this.sendAll().finally(() => {
			this.underWay = undefined;
			if (this.queue.length > 0 && this.saving === 'saved') void this.drain();
		});
		return this.underWay;
	}

	private async sendAll(): Promise<void> {
		this.saving = 'saving';
		while (this.queue.length > 0) {
			const sent = this.queue[0];
			const outcome = await this.post('commands', sent, sent);
			if (outcome === 'away') {
				this.saving = 'waiting';
				this.retryLater();
				return;
			}
			// Others may have come before it meanwhile.
			this.queue = this.queue.filter((other) => other !== sent);
			this.unsent.keep(this.queue);
			if (outcome) await this.settle(outcome);
			else await this.catchUp();
		}
		this.saving = 'saved';
	}

	/** After a silence the screen is brought up to date first, so that nothing seems to come from nowhere. */
	private async retry(): Promise<void> {
		if (!(await this.catchUp())) {
			this.retryLater();
			return;
		}
		await this.drain();
	}

	private retryLater(): void {
		clearTimeout(this.retrying);
		this.retrying = setTimeout(() => void this.retry(), RETRY);
	}

	/** Takes in an answer: what the server did, after anything others did in between. */
	private async settle(outcome: Outcome): Promise<void> {
		if (outcome.revision > this.revision + 1) await this.catchUp();
		// What had arrived before is answered for again, and may be on the screen already.
		else if (outcome.revision > this.revision) {
			this.confirmed = apply(this.confirmed, outcome.changes);
			this.revision = outcome.revision;
			this.undoName = outcome.undo;
			this.redoName = outcome.redo;
		}
		this.relay();
	}

	/** Takes in what happened elsewhere. Answers whether the server could be reached. */
	private async catchUp(): Promise<boolean> {
		try {
			const response = await fetch(`/inquiry/${this.id}/changes?since=${this.revision}`);
			if (!response.ok) return ![502, 503, 504].includes(response.status);
			const news = (await response.json()) as {
				changes: { revision: number; rows: Change[]; summary: string; client: string; person: string }[];
				undo: string | null;
				redo: string | null;
			};
			for (const { revision, rows, summary, client, person } of news.changes) {
				if (revision <= this.revision) continue;
				this.confirmed = apply(this.confirmed, rows);
				this.revision = revision;
				if (client !== this.client && !this.inherited.includes(client))
					messages.say(`In another window, ${person}: ${summary}`);
			}
			this.undoName = news.undo;
			this.redoName = news.redo;
			if (news.changes.length > 0) this.relay();
			return true;
		} catch {
			return false;
		}
	}

	/** Shows what is confirmed with what is still under way laid over it. */
	private relay(): void {
		clearTimeout(this.factsWait);
		this.factsWait = setTimeout(() => void this.askFacts(), FACTS_AFTER);
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
	}

	private async askFacts(): Promise<void> {
		const response = await fetch(`/inquiry/${this.id}/facts`).catch(() => undefined);
		if (response?.ok) this.facts = (await response.json()) as CrosswalkFacts;
		const counted = await fetch(`/inquiry/${this.id}/coverage`).catch(() => undefined);
		if (!counted?.ok) return;
		const { cells, found } = (await counted.json()) as Figures;
		this.coverage = cells;
		this.found = found;
	}

	/** Settles the oldest change that met another: ours is sent again and overwrites, or theirs stands. */
	choose(side: 'mine' | 'theirs'): void {
		const [first, ...rest] = this.met;
		this.met = rest;
		if (!first || side === 'theirs') return;
		this.queue.push({ ...first.sent, force: true });
		this.unsent.keep(this.queue);
		this.relay();
		void this.drain();
	}

	mark(indexCode: string, headings: readonly PickedHeading[]): void {
		const names = (one: Marked) => one.indexCode + one.headings.map(({ uri }) => uri).join('\n');
		const marked = { indexCode, headings: headings.map(({ uri, label }) => ({ uri, label })) };
		const others = this.marked.filter((other) => names(other) !== names(marked));
		this.marked = others.length === this.marked.length ? [...others, marked] : others;
	}

	isMarked(indexCode: string, headings: readonly PickedHeading[]): boolean {
		const uris = headings.map(({ uri }) => uri).join('\n');
		return this.marked.some(
			(one) => one.indexCode === indexCode && one.headings.map(({ uri }) => uri).join('\n') === uris
		);
	}

	/** What cannot be saved is taken off the screen and kept apart, so that nothing typed is lost and the rest goes on. */
	private setAside({ command }: Sent, message: string): void {
		const summary = describe(this.confirmed, command, this.indexName);
		this.refused.add({ summary, message, command, at: new Date().toISOString() });
		messages.warn(`Not saved: ${summary}. ${message}`);
	}

	private async post(what: string, body: unknown, sent?: Sent): Promise<Outcome | 'away' | undefined> {
		try {
			const response = await fetch(`/inquiry/${this.id}/${what}`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify(body ?? {})
			});
			if (response.ok) return (await response.json()) as Outcome;
			// Only these say that it may work a moment later; anything else is an answer, and a final one.
			if ([502, 503, 504].includes(response.status)) return 'away';
			const { error } = (await response.json().catch(() => NO_REASON)) as {
				error: { code: string; message: string; details?: Omit<Met, 'sent' | 'message'> };
			};
			if (error.code === 'collision' && sent && error.details) {
				this.met = [...this.met, { sent, message: error.message, ...error.details }];
				return undefined;
			}
			if (sent) this.setAside(sent, error.message);
			else messages.warn(error.message);
			return undefined;
		} catch {
			return 'away';
		}
	}
}

const KEY = Symbol('inquiry');

export function provideInquiry(store: () => InquiryStore): void {
	setContext(KEY, store);
}

/** The inquiry of the screen, read afresh each time, as another may take its place without the screen being rebuilt. */
export function useInquiry(): () => InquiryStore {
	return getContext<() => InquiryStore>(KEY);
}

export function freshId(): string {
	return crypto.randomUUID();
}
