/** What happens in an inquiry, as it happens: changes, who is here and where, and who takes part. */
import { listen, type Listening, perConnection } from '../db';
import { log, reasonOf } from '../log';
import type { Person } from '../people';
import { allowIn, roleIn, standingIn } from './inquiry-access';
import { CHANNEL, tell, type Told } from './live-rows';

/** Somebody's window that shows this inquiry. */
export interface Here {
	window: string;
	person: string;
	name: string;
	/** The cell they are in, else the screen. */
	at: string;
}

/** Milliseconds after which a window that says nothing is not here any more; each says so more often. */
const FORGOTTEN_AFTER = 45_000;
/** Milliseconds between two signs of life on a stream, and looks at whether it may go on. */
const BEAT = 20_000;

type Hearer = (told: Told | { kind: 'missed' }) => void;

class Board {
	private readonly hearers = new Map<string, Set<Hearer>>();
	private readonly here = new Map<string, Map<string, Here & { seen: number }>>();
	private listening: Promise<Listening> | undefined;

	/** Listens from the first time somebody asks on. */
	open(): Promise<Listening> {
		this.listening ??= listen(
			CHANNEL,
			(payload) => this.take(JSON.parse(payload) as Told),
			() => this.hearers.forEach((own) => own.forEach((hear) => hear({ kind: 'missed' })))
		).catch((error: unknown) => {
			this.listening = undefined;
			throw error;
		});
		return this.listening;
	}

	private take(told: Told): void {
		if (told.kind === 'here' || told.kind === 'gone') this.place(told);
		this.hearers.get(told.inquiry)?.forEach((hear) => hear(told));
	}

	private place(told: Extract<Told, { kind: 'here' | 'gone' }>): void {
		const windows = this.here.get(told.inquiry) ?? new Map<string, Here & { seen: number }>();
		this.here.set(told.inquiry, windows);
		// A window that was cut off never says that it goes.
		for (const [window, { seen }] of windows) if (seen < Date.now() - FORGOTTEN_AFTER) windows.delete(window);
		if (told.kind === 'gone') windows.delete(told.window);
		else {
			const { window, person, name, at } = told;
			windows.set(window, { window, person, name, at, seen: Date.now() });
		}
		if (windows.size === 0) this.here.delete(told.inquiry);
	}

	async close(): Promise<void> {
		await (await this.listening?.catch(() => undefined))?.end();
	}

	/** Who is here now, whichever server they are at. */
	hereIn(inquiry: string): Here[] {
		const since = Date.now() - FORGOTTEN_AFTER;
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
			if (own.size === 0) this.hearers.delete(inquiry);
		};
	}
}

const board = perConnection(() => new Board());

/** Ends every stream of this server and hears no more; they are opened again at another one, or at this one when it is back. */
const open = new Set<() => void>();
export async function endStreams(): Promise<void> {
	for (const end of open) end();
	await board().close();
}

/**
 * What happens in an inquiry, as server-sent events: `changed` with the number of the last change, `here` with all who are
 * here, `role` when what whoever asks may do is another, and `out` when they take part no more.
 * @param stillIn who asks, looked at again; nobody once their session has ended
 */
export async function liveStream(
	person: Person | undefined,
	inquiryId: string,
	stillIn: () => Promise<Person | undefined>
): Promise<Response> {
	let { role } = await standingIn(person, 'read', inquiryId);
	const at = board();
	await at.open();
	let end = () => {};
	const body = new ReadableStream<Uint8Array>({
		start(stream) {
			const text = new TextEncoder();
			const say = (event: string, data: unknown) =>
				stream.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
			const sayHere = () => say('here', at.hereIn(inquiryId));
			const lookAgain = async () => {
				const now = await stillIn();
				const next = now && (await roleIn(now, inquiryId));
				if (!next) {
					say('out', {});
					return end();
				}
				if (next !== role) say('role', { role: (role = next) });
			};
			const looked = () =>
				lookAgain().catch((error: unknown) => log.warn({ reason: reasonOf(error) }, 'a stream'));
			const quiet = at.hear(inquiryId, (told) => {
				if (told.kind === 'changed') say('changed', { revision: told.revision });
				else if (told.kind === 'people') void looked();
				else if (told.kind === 'missed') say('changed', { revision: Number.MAX_SAFE_INTEGER });
				else sayHere();
			});
			const beat = setInterval(() => {
				stream.enqueue(text.encode(': here\n\n'));
				sayHere();
				void looked();
			}, BEAT);
			end = () => {
				open.delete(end);
				clearInterval(beat);
				quiet();
				try {
					stream.close();
				} catch {
					// Whoever listened has gone already.
				}
			};
			open.add(end);
			say('here', at.hereIn(inquiryId));
		},
		cancel: () => end()
	});
	return new Response(body, {
		headers: {
			'content-type': 'text/event-stream; charset=utf-8',
			'cache-control': 'no-store',
			// A proxy must not gather it up.
			'x-accel-buffering': 'no'
		}
	});
}

/** Says where somebody is in an inquiry, or that their window is gone. */
export async function sayWhere(
	person: Person | undefined,
	inquiryId: string,
	{ window, at }: { window: string; at: string | null }
): Promise<void> {
	const { id, name, role } = await allowIn(person, 'read', inquiryId);
	if (at === null) return tell({ inquiry: inquiryId, kind: 'gone', window });
	// Whoever reads by a link is not known by name, nor is one told from another.
	if (role === 'visitor') return;
	await tell({ inquiry: inquiryId, kind: 'here', window, person: id, name, at });
}
