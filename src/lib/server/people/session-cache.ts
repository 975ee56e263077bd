/**
 * Who was signed in a moment ago, and what they were found to be in inquiries. A screen asks for several things at once, and
 * each asks who asks: to read the session for every one of them took more than half of a short answer (about 4 of 7.5 ms for
 * `/api/v1/me`).
 * The database tells every server what changes of people (triggers `told`), which then looks again. Where it is not listened
 * to, it is looked again after a moment; else now and then nevertheless, as a connection can be lost without a sign.
 */
import { listen, type Listening, perConnection } from '../db';
import type { Person } from './access';
import { withAccounts } from './settings';
import { personSignedIn } from './signing-in';

/** In which the database tells. */
const CHANNEL = 'oakmoss_people';
/** Milliseconds for which it is not looked again, by a clock that nobody sets: while the database is listened to, and else. */
const WHILE_HEARING = 30_000;
const MOMENT = 2_000;
/** Sessions that are remembered at once. */
const MOST = 10_000;

class SessionCache {
	private readonly known = new Map<string, { person: Promise<Person | undefined>; at: number }>();
	private listening: Promise<Listening> | undefined;
	private isHearing = () => false;
	/** Told whenever people, sessions or parts are others. */
	readonly heard = new Set<() => void>();

	of(cookie: string, find: () => Promise<Person | undefined>): Promise<Person | undefined> {
		this.open();
		const now = performance.now();
		const known = this.known.get(cookie);
		if (known && now - known.at < (this.isHearing() ? WHILE_HEARING : MOMENT)) return known.person;
		if (this.known.size >= MOST) this.forget();
		const person = this.isHearing() ? find().then((one) => one && { ...one, found: new Map() }) : find();
		this.known.set(cookie, { person, at: now });
		person.catch(() => this.known.get(cookie)?.person === person && this.known.delete(cookie));
		return person;
	}

	forget(): void {
		this.known.clear();
	}

	/** Listens from the first time somebody is looked up on. */
	open(): void {
		if (this.listening) return;
		const forget = () => {
			this.forget();
			for (const hear of this.heard) hear();
		};
		this.listening = listen(CHANNEL, forget, forget);
		this.listening.then(
			({ isHearing }) => {
				this.isHearing = isHearing;
				// What was looked up before it was listened to may have changed unheard.
				forget();
			},
			() => (this.listening = undefined)
		);
	}

	async close(): Promise<void> {
		this.isHearing = () => false;
		const listening = this.listening;
		this.listening = undefined;
		await (await listening?.catch(() => undefined))?.end();
	}
}

const sessionCache = perConnection(() => new SessionCache());

/** Who is signed in with a browser, as `personSignedIn` says. */
export const personLately = (headers: Headers): Promise<Person | undefined> =>
	sessionCache().of(headers.get('cookie') ?? '', () => personSignedIn(headers));

/** Sessions, people or what they may do are others now, as this server knows before it is told. */
export const clearSessionCache = (): void => sessionCache().forget();

/**
 * Says whenever people, sessions or parts are others, at whichever server.
 * @returns what ends it
 */
export function whenPeopleChange(hear: () => void): () => void {
	const cache = sessionCache();
	if (withAccounts()) cache.open();
	cache.heard.add(hear);
	return () => void cache.heard.delete(hear);
}

/** Listens no more. */
export const closeSessionCache = (): Promise<void> => sessionCache().close();
