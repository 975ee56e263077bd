/** What happens in an inquiry, as it happens: changes, who is here and where, and who takes part. */
import { setImmediate as immediate, setTimeout as wait } from 'node:timers/promises';
import { listen, type Listening, perConnection } from '../db';
import { ServiceError } from '../errors';
import { log, reasonOf } from '../log';
import { type Person, whenPeopleChange } from '../people';
import { changesAfter, revisionOf } from './change-rows';
import { allowIn, roleIn, standingIn } from './inquiry-access';
import { CHANNEL, notify, type Notice } from './live-rows';

/** Somebody's window that shows this inquiry. */
export interface Here {
	window: string;
	person: string;
	name: string;
	/** The cell they are in, else the screen. */
	at: string;
}

/**
 * Milliseconds after which a window that says nothing is not here any more; each says so more often. Only those of a server
 * that ended without a word are found out in this way: the others go when their stream does.
 */
const FORGOTTEN_AFTER = 130_000;
/** Milliseconds between two signs of life on a stream, and looks at whether it may go on. */
const BEAT = 30_000;
/** Milliseconds after which what was changed must have been told; else it was missed. */
const TOLD_BY = 3_000;
/** So many streams are told of something before anything else is done. */
const TOLD_TOGETHER = 20;
/** Milliseconds in which moves are gathered before they are told, and as many more for each window: all are told of all. */
const GATHERED = { first: 100, each: 16 };
/** Milliseconds for each window in which changes are gathered, and the most. */
const CHANGES_GATHERED = { each: 3, most: 700 };

/** Changes that are together larger than this, in characters, are not sent with what is told of them; windows ask for them. */
const MOST_SENT = 100_000;

/** Is given what its stream is to say; or that those who take part are others. */
type Hearer = (told: Uint8Array | 'people') => void;

const text = new TextEncoder();
const eventOf = (event: string, data: unknown) =>
	text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
/** That there are changes, of which nothing else is known. */
const changedUpTo = (revision: number) => eventOf('changed', { revision });

const STREAM = {
	'content-type': 'text/event-stream; charset=utf-8',
	'cache-control': 'no-store',
	// A proxy must not gather it up.
	'x-accel-buffering': 'no'
};

class EventHub {
	private readonly hearers = new Map<string, Set<Hearer>>();
	private readonly here = new Map<string, Map<string, Here & { seen: number }>>();
	/** From which change on an inquiry has yet to be read; where it is there and undefined, it is being read. */
	private readonly unread = new Map<string, number | undefined>();
	/** The last change that was told of each inquiry. */
	private readonly told = new Map<string, number>();
	/** Inquiries of which it will soon be said who is here. */
	private readonly gathering = new Set<string>();
	private listening: Promise<Listening> | undefined;

	private quietPeople: (() => void) | undefined;

	/** Listens from the first time somebody asks on. */
	open(): Promise<Listening> {
		// Somebody who was signed out or has left hears no more from the moment it is known.
		this.quietPeople ??= whenPeopleChange(() => {
			for (const inquiry of this.hearers.keys()) void this.say(inquiry, 'people');
		});
		this.listening ??= listen(
			CHANNEL,
			(payload) => this.take(JSON.parse(payload) as Notice),
			() => this.hearers.forEach((_, inquiry) => void this.say(inquiry, changedUpTo(Number.MAX_SAFE_INTEGER)))
		).catch((error: unknown) => {
			this.listening = undefined;
			throw error;
		});
		return this.listening;
	}

	private take(told: Notice): void {
		if (told.kind === 'changed') return void this.tellChanges(told);
		if (told.kind === 'people') return void this.say(told.inquiry, 'people');
		this.place(told);
		this.sayHereSoon(told.inquiry);
	}

	/** Tells all who listen, some at a time, so that others are answered in between: to tell one takes a quarter of a millisecond. */
	private async say(inquiry: string, what: Parameters<Hearer>[0]): Promise<void> {
		let told = 0;
		for (const hear of [...(this.hearers.get(inquiry) ?? [])]) {
			if (++told % TOLD_TOGETHER === 0) await immediate();
			// It may have gone meanwhile.
			if (!this.hearers.get(inquiry)?.has(hear)) continue;
			try {
				hear(what);
			} catch (error) {
				// One that cannot be told must not keep it from the others.
				log.warn({ reason: reasonOf(error) }, 'a stream could not be told');
			}
		}
	}

	/** Tells all who listen who is here; what moves meanwhile is told with it. */
	private sayHereSoon(inquiry: string): void {
		if (this.gathering.has(inquiry) || !this.hearers.has(inquiry)) return;
		this.gathering.add(inquiry);
		const wait = GATHERED.first + GATHERED.each * (this.here.get(inquiry)?.size ?? 0);
		setTimeout(() => {
			this.gathering.delete(inquiry);
			void this.say(inquiry, eventOf('here', this.hereIn(inquiry)));
		}, wait).unref();
	}

	/**
	 * Reads what was changed once for all who listen here, and tells them. What comes while it is read is read after it,
	 * together.
	 */
	private async tellChanges({ inquiry, revision }: Extract<Notice, { kind: 'changed' }>): Promise<void> {
		// What was changed meanwhile may have been read with what came before it.
		if (!this.hearers.has(inquiry) || this.hasTold(inquiry, revision)) return;
		const isUnderWay = this.unread.has(inquiry);
		this.unread.set(inquiry, Math.min(this.unread.get(inquiry) ?? revision, revision));
		if (isUnderWay) return;
		for (let from = this.unread.get(inquiry); from !== undefined; from = this.unread.get(inquiry)) {
			const { each, most } = CHANGES_GATHERED;
			await wait(Math.min(most, each * (this.hearers.get(inquiry)?.size ?? 0)));
			from = Math.max(this.unread.get(inquiry) ?? from, (this.told.get(inquiry) ?? 0) + 1);
			this.unread.set(inquiry, undefined);
			let event = changedUpTo(from);
			try {
				const news = await changesAfter(inquiry, from - 1);
				const last = news.at(-1)?.revision;
				// All that was asked for had been told already.
				if (last === undefined) continue;
				this.told.set(inquiry, last);
				event = eventOf('changed', { revision: last, news });
				if (event.length > MOST_SENT) event = changedUpTo(last);
			} catch (error) {
				log.warn({ reason: reasonOf(error) }, 'changes could not be read for those who listen');
			}
			await this.say(inquiry, event);
		}
		this.unread.delete(inquiry);
	}

	private place(told: Extract<Notice, { kind: 'here' | 'gone' }>): void {
		const windows = this.here.get(told.inquiry) ?? new Map<string, Here & { seen: number }>();
		this.here.set(told.inquiry, windows);
		// A window that was cut off never says that it goes.
		for (const [window, { seen }] of windows)
			if (seen < performance.now() - FORGOTTEN_AFTER) windows.delete(window);
		const known = windows.get(told.window);
		// Where a window is is said by whoever has it, and nobody else.
		if (known && known.person !== told.person) return;
		if (told.kind === 'gone') windows.delete(told.window);
		else {
			const { window, person, name, at } = told;
			windows.set(window, { window, person, name, at, seen: performance.now() });
		}
		if (windows.size === 0) this.here.delete(told.inquiry);
	}

	/** @returns whether a change, and so all before it, was told to those who listen */
	hasTold(inquiry: string, revision: number): boolean {
		return (this.told.get(inquiry) ?? -1) >= revision;
	}

	async close(): Promise<void> {
		this.quietPeople?.();
		await (await this.listening?.catch(() => undefined))?.end();
	}

	/** Who is here now, whichever server they are at. */
	hereIn(inquiry: string): Here[] {
		const since = performance.now() - FORGOTTEN_AFTER;
		return [...(this.here.get(inquiry)?.values() ?? [])]
			.filter(({ seen }) => seen > since)
			.map(({ seen: _, ...one }) => one)
			.sort((a, b) => a.name.localeCompare(b.name) || (a.window < b.window ? -1 : 1));
	}

	hear(inquiry: string, hearer: Hearer): () => void {
		const own = this.hearers.get(inquiry) ?? new Set();
		this.hearers.set(inquiry, own.add(hearer));
		return () => {
			own.delete(hearer);
			if (own.size > 0) return;
			this.hearers.delete(inquiry);
			this.told.delete(inquiry);
		};
	}
}

const hub = perConnection(() => new EventHub());

/** So many streams are open to one person at a time at each server; whoever has no account is nobody in particular. */
const MOST_STREAMS = { person: 100, visitors: 500 };
const streamsOf = new Map<string, number>();

function takeStream({ id, role }: Person): () => void {
	const open = streamsOf.get(id) ?? 0;
	if (open >= (role === 'visitor' ? MOST_STREAMS.visitors : MOST_STREAMS.person))
		throw new ServiceError(
			429,
			'too-many-streams',
			'So many windows are open that no more can be told at once.'
		);
	streamsOf.set(id, open + 1);
	return () => {
		const left = (streamsOf.get(id) ?? 1) - 1;
		if (left > 0) streamsOf.set(id, left);
		else streamsOf.delete(id);
	};
}

const open = new Set<() => void>();
/** The stream of each window of somebody. One that is opened again is another one, whose end says that the window is gone. */
const streamOf = new Map<string, () => void>();

/** Ends every stream of this server and hears no more; they are opened again at another one, or at this one when it is back. */
export async function endStreams(): Promise<void> {
	for (const end of open) end();
	await hub().close();
}

/**
 * What happens in an inquiry, as server-sent events: `changed` with the number of the last change and, mostly, what was
 * changed, `here` with all who are here, `role` when what whoever asks may do is another, and `out` when they take part no
 * more. At the start, and now and then, it says how far the inquiry is, so that whoever missed something asks.
 * @param stillIn who asks, looked at again; nobody once their session has ended
 * @param window whose stream it is: with it, that is gone too
 */
export async function liveStream(
	person: Person | undefined,
	inquiryId: string,
	stillIn: () => Promise<Person | undefined>,
	window?: string
): Promise<Response> {
	const { role: first, person: asking } = await standingIn(person, 'read', inquiryId);
	let role = first;
	const own = window && `${asking.id} ${window}`;
	const letGo = takeStream(asking);
	const at = hub();
	try {
		await at.open();
	} catch (error) {
		letGo();
		throw error;
	}
	let end = () => {};
	const body = new ReadableStream<Uint8Array>({
		start(stream) {
			const say = (event: string, data: unknown) => stream.enqueue(eventOf(event, data));
			const sayHere = () => say('here', at.hereIn(inquiryId));
			const sayRevision = async () => {
				const revision = await revisionOf(inquiryId);
				if (revision !== undefined && open.has(end)) stream.enqueue(changedUpTo(revision));
			};
			const sayWhatWasMissed = async () => {
				const revision = await revisionOf(inquiryId);
				await wait(TOLD_BY);
				if (revision !== undefined && !at.hasTold(inquiryId, revision)) await sayRevision();
			};
			const lookAgain = async () => {
				const now = await stillIn();
				// Whatever was remembered may be forgotten a moment later than this was told.
				const next = now && (await roleIn({ ...now, found: undefined }, inquiryId));
				if (!next) {
					say('out', {});
					return end();
				}
				if (next !== role) say('role', { role: (role = next) });
			};
			const warn = (error: unknown) => log.warn({ reason: reasonOf(error) }, 'a stream');
			const quiet = at.hear(inquiryId, (told) => {
				if (told === 'people') lookAgain().catch(warn);
				else stream.enqueue(told);
			});
			const beat = setInterval(() => {
				sayHere();
				lookAgain().then(sayWhatWasMissed).catch(warn);
			}, BEAT);
			end = () => {
				if (open.delete(end)) letGo();
				if (window !== undefined && own !== undefined && streamOf.get(own) === end) {
					streamOf.delete(own);
					notify({ inquiry: inquiryId, kind: 'gone', window, person: asking.id }).catch(warn);
				}
				clearInterval(beat);
				quiet();
				try {
					stream.close();
				} catch {
					// Whoever listened has gone already.
				}
			};
			open.add(end);
			if (own !== undefined) streamOf.set(own, end);
			sayHere();
			sayRevision().catch(warn);
		},
		cancel: () => end()
	});
	return new Response(body, { headers: STREAM });
}

/** What is said before the first event, without a stream. */
export async function streamHead(person: Person | undefined, inquiryId: string): Promise<Response> {
	await allowIn(person, 'read', inquiryId);
	return new Response(null, { headers: STREAM });
}

/** Says where somebody is in an inquiry, or that their window is gone. */
export async function sayWhere(
	person: Person | undefined,
	inquiryId: string,
	{ window, at }: { window: string; at: string | null }
): Promise<void> {
	const { id, name, role } = await allowIn(person, 'read', inquiryId);
	if (at === null) return notify({ inquiry: inquiryId, kind: 'gone', window, person: id });
	// Whoever reads by a link is not known by name, nor is one told from another.
	if (role === 'visitor') return;
	await notify({ inquiry: inquiryId, kind: 'here', window, person: id, name, at });
}
