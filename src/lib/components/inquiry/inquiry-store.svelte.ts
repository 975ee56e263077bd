import { getContext, setContext } from 'svelte';
import {
	CellsByPlace,
	CommandError,
	describe,
	inOrder,
	type Command,
	type Inquiry,
	type PickedHeading
} from '$core/crosswalk';
import { ask } from '$lib/client/ask';
import { FOLLOWS_AFTER, followsOthersAfter } from '$lib/client/refresh-delay';
import { type Here, type Line, listenTo } from '$lib/client/event-stream';
import { SyncQueue, type Loaded, type Met, type Saving, type Sent } from '$lib/client/sync';
import { overHttp } from '$lib/client/transport';
import { Unsent } from '$lib/client/unsent';
import type { CellCoverage, CrosswalkFacts, Figures } from '$lib/server/crosswalk';
import type { IndexSummary } from '$lib/server/vocabulary';
import { messages } from '../messages/messages.svelte';
import { RefusedChanges } from './refused.svelte';

/** Headings marked to be picked in one step. */
export interface Marked {
	indexCode: string;
	headings: PickedHeading[];
}

const NO_FACTS: CrosswalkFacts = { facts: {}, aspects: {}, changed: {} };
/** Milliseconds for which what arrives is taken for what was sent from here. */
const OWN_FOR = 1_000;

/** An inquiry as this window sees it: what the queue holds, put before the screen, and what the server says of it. */
export class InquiryStore {
	inquiry: Inquiry;
	undoName = $state<string | null>(null);
	redoName = $state<string | null>(null);
	saving = $state<Saving>('saved');
	/** Whether what is not saved is kept here whatever happens to the browser. */
	isKept = $state(true);
	/** The last change that the server has answered for. */
	revision = $state(0);
	/** The change up to which what the server works out is asked for: that of one's own at once, those of others after a while. */
	followed = $state(0);
	/** Changes that met others', oldest first. */
	met = $state.raw<readonly Met[]>([]);
	/** What the vocabularies say about the picks; a moment behind the picks themselves. */
	facts = $state.raw<CrosswalkFacts>(NO_FACTS);
	/** What each cell brings in records, as the server last counted. */
	coverage = $state.raw<Record<string, CellCoverage>>({});
	/** What the strategy of each index finds, as the server last counted; null where it cannot be run. */
	found = $state.raw<Figures['found']>({});
	/** What later editions touch, as the server last counted. */
	repairs = $state(0);
	marked = $state.raw<Marked[]>([]);
	/** Others who have this inquiry before them now, each window of theirs. */
	here = $state.raw<readonly Here[]>([]);
	/** Every cell that holds something, by concept and index. */
	readonly cells = $derived.by(() => new CellsByPlace(this.inquiry));
	/** Entries of the reading list, by the records of their works: the code of the index, a slash and what it calls the record. */
	readonly listed = $derived.by(
		() =>
			new Map(
				Object.values(this.inquiry.entries).flatMap((entry) =>
					entry.records.map(({ indexCode, record }) => [`${indexCode}/${record}`, entry] as const)
				)
			)
	);
	/** Changes that the server refused for good. */
	readonly refused: RefusedChanges;

	/** It is shown as it was: its numbers are of then, and open no records of today. */
	isPast = false;

	/** What tells this window from others. */
	readonly window = crypto.randomUUID();

	private readonly queue: SyncQueue;
	private line: Line | undefined;
	private followWait: ReturnType<typeof setTimeout> | undefined;
	private sentAt = -Infinity;
	/** The tables that the facts were last asked for. */
	private factsOf: readonly unknown[] = [];

	constructor(
		loaded: Loaded,
		readonly indexes: IndexSummary[],
		/** Whose unsent changes are kept apart from those of others in this browser; empty where there are no others. */
		private readonly person = '',
		/** Whether they came as one who only reads: nothing is tried that would be refused. */
		public onlyReads = false
	) {
		const { id } = loaded.inquiry.about;
		this.inquiry = $state.raw(loaded.inquiry);
		this.refused = new RefusedChanges(id);
		this.queue = new SyncQueue(
			loaded,
			this.window,
			overHttp(`/inquiry/${id}`),
			new Unsent<Sent>(`oakmoss.unsent.${person && `${person}.`}${id}`, this.window),
			{
				changed: () => this.show(),
				shown: () => this.followSoon(),
				elsewhere: ({ person: by, personId, summary }) => {
					const isOwn = this.person === '' || personId === this.person;
					messages.hear(isOwn ? `In another window: ${summary}` : `${by}: ${summary}`);
				},
				// What cannot be saved is off the screen and kept apart, so that nothing typed is lost and the rest goes on.
				refused: ({ command }, { message }, confirmed) => {
					const summary = describe(confirmed, command, this.indexName);
					this.refused.add({ summary, message, command, at: new Date().toISOString() });
					messages.warn(`Not saved: ${summary}. ${message}`);
				}
			}
		);
		this.show();
		this.followed = this.revision;
	}

	private show(): void {
		const { inquiry, undo, redo, saving, isKept, revision, met } = this.queue;
		Object.assign(this, { inquiry, undoName: undo, redoName: redo, saving, isKept, revision, met });
		if (this.isOwn()) this.followed = revision;
	}

	/** Whether what is another now is so by what was done here. */
	private isOwn(): boolean {
		return this.saving !== 'saved' || performance.now() - this.sentAt < OWN_FOR;
	}

	get id(): string {
		return this.inquiry.about.id;
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

	/** Takes in at once what the server changed by itself. */
	catchUp = async (): Promise<void> => void (await this.queue.catchUp());

	/** Starts looking after what other windows do, and takes up what an earlier visit could not send. */
	attach(): () => void {
		this.refused.load();
		void this.askFacts();
		this.queue.start(() => document.visibilityState === 'visible' && !this.line?.isOpen());
		return () => {
			this.queue.leave();
			clearTimeout(this.followWait);
		};
	}

	/**
	 * Hears of others as it happens.
	 * @param where the cell in hand, else the screen
	 * @param turned is told when this person may do other things than before, or takes part no more
	 */
	listen(where: () => string, turned: (role: string | undefined) => void) {
		return (this.line = listenTo(`/inquiry/${this.id}`, this.window, where, {
			changed: (revision, news) => {
				// What this person did in another window changes what undo would take back, which the server says.
				const isOwn = news?.some((one) => one.personId === this.person && one.client !== this.window);
				if (news && !isOwn) this.queue.hear(news);
				else if (revision > this.revision) void this.queue.look();
			},
			here: (all) => (this.here = all),
			role: turned,
			out: () => {
				this.here = [];
				turned(undefined);
			}
		}));
	}

	/**
	 * Carries out a command: at once here, soon on the server. Says what was done, with a way back, and answers with the
	 * number of that message; undefined where nothing was done.
	 */
	send(command: Command, { quiet = false } = {}): number | undefined {
		if (this.onlyReads) return this.sayReads();
		try {
			const plain = $state.snapshot(command) as Command;
			this.sentAt = performance.now();
			const isDone = this.queue.push(plain, (before) => describe(before, plain, this.indexName));
			if (!isDone) return undefined;
			if (quiet) return 0;
			return messages.say(this.undoName ?? '', { label: 'Undo', run: () => void this.step('undo') });
		} catch (error) {
			if (!(error instanceof CommandError)) throw error;
			messages.warn(error.message);
			return undefined;
		}
	}

	private sayReads(): undefined {
		messages.warn('You read this inquiry. Whoever owns it can let you change it.');
	}

	async step(kind: 'undo' | 'redo'): Promise<void> {
		if (this.onlyReads) return this.sayReads();
		this.sentAt = performance.now();
		const reply = await this.queue.step(kind);
		if (reply === 'away')
			messages.warn(
				this.queue.waits
					? 'The server cannot be reached yet. Your changes are kept here.'
					: `The server cannot be reached, so nothing was ${kind === 'undo' ? 'undone' : 'redone'}.`
			);
		else if ('refused' in reply) messages.warn(reply.refused.message);
		else messages.say(reply.done.summary);
	}

	/** Takes in what the server did for this window; says so, with a way back. */
	async takeIn(summary: string): Promise<void> {
		this.sentAt = performance.now();
		await this.queue.look();
		messages.say(summary, { label: 'Undo', run: () => void this.step('undo') });
	}

	/** Settles the oldest change that met another: ours is sent again and overwrites, or theirs stands. */
	choose(side: 'mine' | 'theirs'): void {
		this.queue.choose(side);
	}

	/** What follows from one's own changes is asked for once they pause; what follows from those of others, now and then. */
	private followSoon(): void {
		const isOwn = this.isOwn();
		if (!isOwn && this.followWait !== undefined) return;
		clearTimeout(this.followWait);
		const wait = isOwn ? FOLLOWS_AFTER : followsOthersAfter(this.here.length);
		this.followWait = setTimeout(() => this.follow(), wait);
	}

	private follow(): void {
		this.followWait = undefined;
		this.followed = this.revision;
		// What is decided of works changes nothing that vocabularies and records say.
		const { about, concepts, words, cells, picks, pearls, strategies } = this.inquiry;
		const now = [about, concepts, words, cells, picks, pearls, strategies];
		if (now.every((table, i) => table === this.factsOf[i])) return;
		this.factsOf = now;
		void this.askFacts();
	}

	private async askFacts(): Promise<void> {
		// The next change asks anew, so a server that is away is not asked twice.
		const facts = await ask<CrosswalkFacts>(`/inquiry/${this.id}/facts`, { again: false });
		if (!facts.fault) this.facts = facts.value;
		const figures = await ask<Figures>(`/inquiry/${this.id}/coverage`, { again: false });
		if (figures.fault) return;
		this.coverage = figures.value.cells;
		this.found = figures.value.found;
		if (!this.isOfEarlierEdition()) this.repairs = 0;
		else {
			const { value } = await ask<{ repairs: number }>(`/inquiry/${this.id}/repairs`, { again: false });
			if (value) this.repairs = value.repairs;
		}
	}

	/** Whether something was decided in another edition than the one in use; only then can there be repairs. */
	private isOfEarlierEdition(): boolean {
		const now = new Map(this.columns.map(({ code, edition }) => [code, edition]));
		const isEarlier = ({ indexCode, edition }: { indexCode: string; edition: string }) =>
			now.has(indexCode) && now.get(indexCode) !== edition;
		return (
			Object.values(this.inquiry.picks).some((pick) => pick.role !== 'rejected' && isEarlier(pick)) ||
			Object.values(this.inquiry.cells).some((cell) => cell.noHeading && isEarlier(cell))
		);
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
