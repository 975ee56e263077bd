/** An inquiry's server in memory: what it does with commands is what the real one does, over a line that may fail. */
import { apply, describe, reconcile, type Change, type Inquiry } from '../../../core/crosswalk';
import type { Sent } from './inquiry-store.svelte';

interface Logged {
	revision: number;
	rows: Change[];
	summary: string;
	client: string;
	sending: string;
	person: string;
}

/** What becomes of a request: it gets through, never arrives, is refused by a server in trouble, or its answer is lost. */
export type Line = 'good' | 'away' | 'trouble' | 'lost';

export class ServerInMemory {
	revision = 0;
	readonly log: Logged[] = [];
	/** What becomes of the requests to come, one by one; after them the line is good. */
	lines: Line[] = [];
	/** What the server falls over, every time. */
	failing: (sent: Sent) => boolean = () => false;
	/** Milliseconds that requests to come take, one by one; after them 5. */
	delays: number[] = [];

	constructor(public inquiry: Inquiry) {}

	/** In the place of the browser's own. */
	readonly fetch = async (address: string, request?: { body: string }): Promise<Response> => {
		const line = this.lines.shift() ?? 'good';
		await new Promise((resolve) => setTimeout(resolve, this.delays.shift() ?? 5));
		if (line === 'away') throw new TypeError('The line is down.');
		if (line === 'trouble') return Response.json({ error: { code: 'unexpected' } }, { status: 503 });
		const answer = this.answer(new URL(address, 'http://oakmoss.example'), request?.body);
		if (line === 'lost') throw new TypeError('The line went down.');
		return answer;
	};

	private answer({ pathname, searchParams }: URL, body: string | undefined): Response {
		const what = pathname.split('/').pop();
		if (what === 'facts') return Response.json({ facts: {}, aspects: {}, changed: {} });
		if (what === 'coverage') return Response.json({ cells: {}, found: {} });
		const way = { undo: this.log.at(-1)?.summary ?? null, redo: null };
		if (what === 'changes') {
			const since = Number(searchParams.get('since'));
			return Response.json({ changes: this.log.filter(({ revision }) => revision > since), ...way });
		}
		const sent = JSON.parse(body ?? '') as Sent;
		if (this.failing(sent)) return new Response('Internal Error', { status: 500 });
		return this.carryOut(sent);
	}

	private carryOut({ command, base, client, also = [], sending, force }: Sent): Response {
		const done = this.log.find((logged) => logged.sending === sending);
		if (done)
			return Response.json({
				revision: done.revision,
				changes: done.rows,
				summary: done.summary,
				undo: null,
				redo: null
			});
		const others = this.log.filter(
			(done) => done.revision > base && ![client, ...also].includes(done.client)
		);
		try {
			const outcome = reconcile(this.inquiry, command, others, force);
			if ('met' in outcome)
				return Response.json(
					{ error: { code: 'collision', message: 'Met.', details: { collisions: outcome.met } } },
					{ status: 409 }
				);
			const { made } = outcome;
			const summary = describe(outcome.inquiry, command, (code) => code);
			if (made.length > 0) {
				this.inquiry = apply(this.inquiry, made);
				const revision = ++this.revision;
				this.log.push({ revision, rows: made, summary, client, sending, person: 'Somebody' });
			}
			return Response.json({ revision: this.revision, changes: made, summary, undo: summary, redo: null });
		} catch (error) {
			const { code, message } = error as { code: string; message: string };
			return Response.json({ error: { code, message } }, { status: 422 });
		}
	}
}

function storageOver(stored: Map<string, string>) {
	return {
		getItem: (name: string) => stored.get(name) ?? null,
		setItem: (name: string, value: string) => void stored.set(name, value),
		removeItem: (name: string) => void stored.delete(name),
		key: (i: number) => [...stored.keys()][i] ?? null,
		get length() {
			return stored.size;
		}
	};
}

/** Storage and locks that the windows of one browser share. */
export class BrowserInMemory {
	readonly stored = new Map<string, string>();
	private readonly held = new Map<string, object>();

	readonly localStorage = storageOver(this.stored);

	/** What a window asks for locks, and the end of that window. */
	window() {
		const own = {};
		const request = async (
			name: string,
			...rest: [{ ifAvailable: boolean }, (lock: object | null) => unknown] | [(lock: object) => unknown]
		) => {
			const work = rest[rest.length - 1] as (lock: object | null) => unknown;
			if (this.held.has(name)) return work(null);
			this.held.set(name, own);
			await work(own);
			if (this.held.get(name) === own) this.held.delete(name);
		};
		const close = () => {
			for (const [name, owner] of this.held) if (owner === own) this.held.delete(name);
		};
		return { navigator: { locks: { request } }, close };
	}
}
