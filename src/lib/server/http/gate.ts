/**
 * Which requests are let in. A page of another site must not be able to write with this person's browser, and a name
 * that somebody points at this machine must not make its answers that name's.
 */
import { textFault } from '../../../core/text';
import { ServiceError } from '../errors';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
const UNSAFE = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** The name and port that the server was told it is reached at; undefined where it was told none, and is this machine. */
function ownHost(): string | undefined {
	const origin = process.env.ORIGIN;
	return origin && URL.canParse(origin) ? new URL(origin).host : undefined;
}

const nameOf = (host: string) => host.toLowerCase().replace(/:\d+$/, '');

function isOwn(host: string): boolean {
	const own = ownHost();
	if (own === undefined || LOOPBACK.has(nameOf(own))) return LOOPBACK.has(nameOf(host));
	return host.toLowerCase() === own.toLowerCase();
}

/** Why a request is not let in; undefined where it is. */
export function refusal(
	{ headers, method }: Request,
	{ pathname, searchParams }: URL
): ServiceError | undefined {
	const host = headers.get('host') ?? '';
	if (!isOwn(host))
		return new ServiceError(421, 'foreign-host', `This server does not answer under the name “${host}”.`);
	if (UNSAFE.has(method)) {
		const origin = headers.get('origin');
		const site = headers.get('sec-fetch-site');
		const isForeign =
			(origin !== null && (!URL.canParse(origin) || new URL(origin).host !== host.toLowerCase())) ||
			!['same-origin', 'none', null].includes(site);
		if (isForeign)
			return new ServiceError(403, 'cross-site', 'Changes are only taken from Oakmoss’s own pages.');
	}
	try {
		decodeURIComponent(pathname);
	} catch {
		return new ServiceError(400, 'malformed-address', 'The address holds a % that begins no character.');
	}
	for (const text of [decodeURIComponent(pathname), ...[...searchParams].flat()]) {
		const fault = textFault(text);
		if (fault) return new ServiceError(400, 'malformed-address', `The address holds ${fault}.`);
	}
	return undefined;
}
