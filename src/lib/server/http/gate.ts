/**
 * Which requests are let in. A page of another site must not be able to write with this person's browser, and a name
 * that somebody points at this machine must not make its answers that name's.
 */
import { isForUs, isOwnPage } from '../../../../own-host.mjs';
import { textFault } from '../../../core/text';
import { ServiceError } from '../errors';

const UNSAFE = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Why a request is not let in; undefined where it is. */
export function refusal(
	{ headers, method }: Request,
	{ pathname, searchParams }: URL
): ServiceError | undefined {
	const host = headers.get('host') ?? '';
	if (!isForUs(host, pathname))
		return new ServiceError(421, 'foreign-host', `This server does not answer under the name “${host}”.`);
	if (UNSAFE.has(method)) {
		const origin = headers.get('origin');
		const site = headers.get('sec-fetch-site');
		const isForeign =
			(origin !== null && !isOwnPage(origin, host)) || !['same-origin', 'none', null].includes(site);
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
