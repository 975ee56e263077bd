/** Who a request comes from, and what it may reach before anybody has signed in. */
import type { Cookies } from '@sveltejs/kit';
import { ServiceError } from '../errors';
import { liveLinks } from '../inquiry';
import { type Caller, LOCAL_PERSON, type Person, personByToken, personLately, withAccounts } from '../people';

/** Keys of links that this browser opened. */
const LINKS = 'oakmoss_links';
/** A browser remembers so many; the oldest are forgotten first. */
const MOST_LINKS = 20;
const YEAR = 365 * 24 * 60 * 60;

/** What a request says of where it comes from. */
interface Asking {
	request: Request;
	url: URL;
	cookies: Cookies;
	getClientAddress: () => string;
}

export function callerOf({
	request,
	getClientAddress
}: Pick<Asking, 'request' | 'getClientAddress'>): Caller {
	return { headers: request.headers, address: getClientAddress() };
}

const linksOf = (cookies: Cookies) => (cookies.get(LINKS) ?? '').split('.').filter((key) => key !== '');

/** Remembers a link to an inquiry in this browser. */
export function rememberLink(cookies: Cookies, url: URL, key: string): void {
	const links = [...linksOf(cookies).filter((other) => other !== key), key].slice(-MOST_LINKS);
	cookies.set(LINKS, links.join('.'), {
		path: '/',
		httpOnly: true,
		sameSite: 'lax',
		secure: url.protocol === 'https:',
		maxAge: YEAR
	});
}

/**
 * Who asks: by a token, else by a session, else by links that were opened, which are good for the screens alone.
 * @throws ServiceError 401 for a token that is not good
 */
export async function authenticate({ request, url, cookies }: Asking): Promise<Person | undefined> {
	const person = await whoComes({ request, url, cookies });
	// Every service asks what they are in an inquiry; found once, it stands while this request is answered. What changes
	// anything never goes by what was found before it.
	return person && { ...person, found: (request.method === 'GET' && person.found) || new Map() };
}

async function whoComes({
	request,
	url,
	cookies
}: Omit<Asking, 'getClientAddress'>): Promise<Person | undefined> {
	if (!withAccounts()) return LOCAL_PERSON;
	if ([...url.searchParams.values()].some((value) => value.startsWith('oakmoss_')))
		throw new ServiceError(
			400,
			'token-in-address',
			'A token stands in the address, where it is written down on the way. Remove that token and send another one in the header Authorization.'
		);
	const authorization = request.headers.get('authorization');
	if (authorization !== null && url.pathname.startsWith('/api/')) return personByToken(authorization);
	const person = await personLately(request.headers);
	const links = linksOf(cookies).slice(-MOST_LINKS);
	if (person) return { ...person, links };
	if (links.length === 0 || url.pathname.startsWith('/api/')) return undefined;
	// Anybody can send a cookie: only a key that still leads somewhere makes a visitor.
	const live = await liveLinks(links);
	return live.length > 0 ? { id: 'visitor', name: 'A reader', role: 'visitor', links: live } : undefined;
}
