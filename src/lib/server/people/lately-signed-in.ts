/**
 * Who was signed in a moment ago. A screen asks for several things at once, and each asks who asks: to read the session for
 * every one of them took more than half of a short answer (about 4 of 7.5 ms for `/api/v1/me`).
 * What this server changes of people counts at once; what another one changed, once a moment has gone by.
 */
import { perConnection } from '../db';
import type { Person } from './access';
import { personSignedIn } from './signing-in';

/** Milliseconds for which it is not looked again, by a clock that nobody sets. */
const MOMENT = 2_000;
/** Sessions that are remembered at once. */
const MOST = 10_000;

const latelyNow = perConnection(
	() => new Map<string, { person: Promise<Person | undefined>; until: number }>()
);

/** Who is signed in with a browser, as `personSignedIn` says. */
export function personLately(headers: Headers): Promise<Person | undefined> {
	const cookie = headers.get('cookie') ?? '';
	const lately = latelyNow();
	const known = lately.get(cookie);
	if (known && known.until > performance.now()) return known.person;
	if (lately.size >= MOST) lately.clear();
	const person = personSignedIn(headers);
	lately.set(cookie, { person, until: performance.now() + MOMENT });
	person.catch(() => lately.delete(cookie));
	return person;
}

/** Sessions, people or what they may do are others now. */
export const forgetLately = () => latelyNow().clear();
