/**
 * Browsers in which somebody has signed in before: their tries are counted apart, so that whoever guesses elsewhere does not
 * keep the owner of an account out.
 */
import { createHmac, randomBytes } from 'node:crypto';
import { ownAddress, secret } from './settings';

const COOKIE = 'oakmoss_known';
const YEAR = 365 * 24 * 60 * 60;
/** A browser remembers so many accounts; the oldest are forgotten first. */
const MOST = 8;

const sealOf = (browser: string, email: string) =>
	createHmac('sha256', secret())
		.update(`${browser} ${email.trim().toLowerCase()}`)
		.digest('base64url')
		.slice(0, 22);

function remembered(headers: Headers): { browser: string; seals: string[] } | undefined {
	const [, value] = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w.-]+)`).exec(headers.get('cookie') ?? '') ?? [];
	if (!value) return undefined;
	const [browser, ...seals] = value.split('.');
	return { browser, seals };
}

/** The name of a browser in which somebody signed in to an account before; nothing for any other. */
export function knownBrowser(headers: Headers, email: string): string | undefined {
	const known = remembered(headers);
	return known?.seals.includes(sealOf(known.browser, email)) ? known.browser : undefined;
}

/** The cookie by which a browser is known for an account from now on. */
export function rememberBrowser(headers: Headers, email: string): string {
	const { browser, seals } = remembered(headers) ?? {
		browser: randomBytes(12).toString('base64url'),
		seals: []
	};
	const own = sealOf(browser, email);
	const kept = [...seals.filter((seal) => seal !== own), own].slice(-MOST);
	const isSecure = ownAddress().startsWith('https:');
	return `${COOKIE}=${[browser, ...kept].join('.')}; Path=/account; Max-Age=${YEAR}; HttpOnly; SameSite=Lax${isSecure ? '; Secure' : ''}`;
}
