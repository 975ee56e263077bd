// Under which names this server answers. Files are given out before the application is asked, so both look here.

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);

/** What looks whether a server runs, or reads its figures with their key, knows it by another name than people do. */
const BY_ANY_NAME = new Set(['/live', '/metrics', '/api/v1/health']);

/** @returns {URL | undefined} the address that the server was told it is reached at */
export function ownOrigin() {
	const origin = process.env.ORIGIN;
	return origin && URL.canParse(origin) ? new URL(origin) : undefined;
}

/** @param {string} host */
const nameOf = (host) => host.toLowerCase().replace(/:\d+$/, '');

/** @param {string} host */
export const isLoopback = (host) => LOOPBACK.has(nameOf(host));

/**
 * Whether a request is for this server: by its own name, or by one of this machine where it was told none.
 * @param {string} host the header of that name
 * @param {string} pathname
 */
export function isForUs(host, pathname) {
	if (BY_ANY_NAME.has(pathname)) return true;
	const own = ownOrigin()?.host;
	if (own === undefined || isLoopback(own)) return isLoopback(host);
	return host.toLowerCase() === own.toLowerCase();
}

/**
 * Whether what was sent comes from a page of this server: of the same name and port, and by the same of http and https.
 * @param {string} origin the header of that name
 * @param {string} host
 */
export function isOwnPage(origin, host) {
	if (!URL.canParse(origin)) return false;
	const from = new URL(origin);
	const own = ownOrigin();
	return from.host === host.toLowerCase() && (own === undefined || from.protocol === own.protocol);
}

/**
 * Headers of every answer.
 * @returns {Record<string, string>}
 */
export function ownHeaders() {
	return {
		'x-content-type-options': 'nosniff',
		...(ownOrigin()?.protocol === 'https:' && { 'strict-transport-security': 'max-age=31536000' })
	};
}
