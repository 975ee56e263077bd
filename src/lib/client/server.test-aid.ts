/** An inquiry's server in memory, which does with commands what the real one does; and lines and browsers that may fail. */
import { apply, describe, reconcile, type Inquiry } from '../../core/crosswalk';
import type { News, Outcome, Refusal, Reply, Sent, Transport } from './sync';

export class ServerInMemory implements Transport {
	revision = 0;
	readonly log: (News & { sending: string })[] = [];
	/** Are told of every change as it happens. */
	readonly listening = new Set<(news: News) => void>();
	/** What the server falls over, every time. */
	failing: (sent: Sent) => boolean = () => false;

	constructor(public inquiry: Inquiry) {}

	changesSince(revision: number) {
		const changes = this.log.filter((logged) => logged.revision > revision);
		return Promise.resolve({ done: { changes, undo: this.log.at(-1)?.summary ?? null, redo: null } });
	}

	step = () => Promise.reject(new Error('Undo is not played here.'));

	send(sent: Sent): Promise<Reply<Outcome>> {
		return Promise.resolve(this.carryOut(sent));
	}

	private carryOut(sent: Sent): Reply<Outcome> {
		const { command, base, client, also = [], sending, force } = sent;
		if (this.failing(sent)) return { refused: { code: 'unexpected', message: 'Internal error.' } };
		const done = this.log.find((logged) => logged.sending === sending);
		if (done) return { done: { ...done, changes: done.rows, undo: null, redo: null } };
		const others = this.log.filter(
			(done) => done.revision > base && ![client, ...also].includes(done.client)
		);
		try {
			const outcome = reconcile(this.inquiry, command, others, force);
			if ('met' in outcome)
				return {
					refused: { code: 'collision', message: 'Met.', details: { collisions: outcome.met } }
				};
			const { made } = outcome;
			const summary = describe(outcome.inquiry, command, (code) => code);
			if (made.length > 0) {
				this.inquiry = apply(this.inquiry, made);
				const revision = ++this.revision;
				const person = { personId: 'somebody', person: 'Somebody' };
				const news = { revision, rows: made, summary, client, sending, ...person };
				this.log.push(news);
				for (const hear of this.listening) hear(news);
			}
			return {
				done: { revision: this.revision, changes: made, summary, undo: summary, redo: null }
			};
		} catch (error) {
			const { code, message } = error as Refusal;
			return { refused: { code, message } };
		}
	}
}

/** What becomes of a call: it gets through, never arrives, or its answer is lost. */
export type Fate = 'good' | 'away' | 'lost';

/** A line to a server that may fail. */
export class Line implements Transport {
	/** What becomes of the calls to come, one by one; after them the line is good. */
	fates: Fate[] = [];
	/** Milliseconds that calls to come take, one by one; after them 5. */
	delays: number[] = [];

	constructor(
		private readonly server: Transport,
		private readonly pass: (milliseconds: number) => Promise<void>
	) {}

	private async over<T>(call: () => Promise<Reply<T>>): Promise<Reply<T>> {
		const fate = this.fates.shift() ?? 'good';
		await this.pass(this.delays.shift() ?? 5);
		if (fate === 'away') return 'away';
		const reply = await call();
		return fate === 'lost' ? 'away' : reply;
	}

	send = (sent: Sent) => this.over(() => this.server.send(structuredClone(sent)));
	step = (kind: 'undo' | 'redo', client: string) => this.over(() => this.server.step(kind, client));
	changesSince = (revision: number) => this.over(() => this.server.changesSince(revision));
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
