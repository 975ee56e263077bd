/** How much one person, or one address where nobody is signed in, may ask of this server. */
import type { RequestEvent } from '@sveltejs/kit';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { ServiceError } from '../errors';
import { type Person, withAccounts } from '../people';

/** Requests a minute: far more than screens and scripts need, far less than would keep others waiting for long. */
const DEFAULT = 6_000;
const MINUTE = 60;

let limiter: { most: number; by: RateLimiterMemory } | undefined;
function limit(): RateLimiterMemory {
	const most = Number(process.env.OAKMOSS_MOST_A_MINUTE) || DEFAULT;
	if (limiter?.most !== most)
		limiter = { most, by: new RateLimiterMemory({ points: most, duration: MINUTE }) };
	return limiter.by;
}

/** Bytes of a body that count as one request more, and the most that a body counts as: files may be large. */
const BODY_PER_REQUEST = 64 * 2 ** 10;
const MOST_OF_BODY = 500;

/**
 * Counts one request, of a person, or of the address that it comes from, and what it brings before that is read. Whoever
 * works alone is not counted.
 * @throws ServiceError 429 where there were too many within a minute
 */
export async function oneMoreRequest(
	person: Person | undefined,
	{ request, getClientAddress }: Pick<RequestEvent, 'request' | 'getClientAddress'>
): Promise<void> {
	if (!withAccounts()) return;
	try {
		const isKnown = person !== undefined && person.role !== 'visitor';
		const brought = Number(request.headers.get('content-length') ?? 0) / BODY_PER_REQUEST;
		const counted = 1 + Math.min(MOST_OF_BODY, Math.floor(brought));
		await limit().consume(isKnown ? person.id : `at ${addressOf(getClientAddress)}`, counted);
	} catch (error) {
		if (!(error instanceof RateLimiterRes)) throw error;
		const seconds = Math.ceil(error.msBeforeNext / 1_000);
		throw new ServiceError(
			429,
			'too-many-requests',
			`More was asked for within a minute than is answered. Wait ${seconds} seconds, then go on.`
		);
	}
}

/** Whoever asks past the proxy, as those who look whether it runs, says no address; they are counted as one. */
function addressOf(getClientAddress: () => string): string {
	try {
		return getClientAddress();
	} catch {
		return 'no address';
	}
}
