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

/**
 * Counts one request, of a person, or of the address that it comes from. Whoever works alone is not counted.
 * @throws ServiceError 429 where there were too many within a minute
 */
export async function oneMoreRequest(
	person: Person | undefined,
	{ getClientAddress }: Pick<RequestEvent, 'getClientAddress'>
): Promise<void> {
	if (!withAccounts()) return;
	try {
		const isKnown = person !== undefined && person.role !== 'visitor';
		await limit().consume(isKnown ? person.id : `at ${addressOf(getClientAddress)}`);
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
