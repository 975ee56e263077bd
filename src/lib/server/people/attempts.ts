/** Bounds on tries: by address, so that nobody tries every account, and by account, so that many addresses cannot try one. */
import { createHash } from 'node:crypto';
import { ServiceError } from '../errors';
import { countAttempt, forgetAttempts, takeBackAttempt } from './attempt-rows';

interface Bound {
	most: number;
	seconds: number;
}

/** So many tries are given in so many seconds. */
const BY_ADDRESS: Bound = { most: 60, seconds: 15 * 60 };
const BY_ACCOUNT: Bound = { most: 10, seconds: 15 * 60 };

/** Names are kept as what they hash to: an account that is tried need not exist, and nobody need read who tried. */
const named = (kind: string, what: string) =>
	`${kind}:${createHash('sha256').update(what.trim().toLowerCase()).digest('base64url').slice(0, 32)}`;

/**
 * Counts one try of something that may be guessed.
 * @param address where it comes from
 * @param account whose it would be, where that is said; with the browser, where that is known
 * @throws ServiceError 429 where there were too many
 */
export async function consumeAttempt(what: string, address: string, account?: string): Promise<void> {
	const bounds = [
		[named(`${what} from`, address), BY_ADDRESS] as const,
		...(account === undefined ? [] : [[named(`${what} of`, account), BY_ACCOUNT] as const])
	];
	for (const [name, { most, seconds }] of bounds)
		if ((await countAttempt(name, seconds)) > most)
			throw new ServiceError(
				429,
				'too-many-tries',
				`There were too many tries. Wait ${Math.ceil(seconds / 60)} minutes, then try again.`
			);
}

/** What went well is no guess: tries of that account are forgotten, and where it came from is as before. */
export async function clearAttempts(what: string, address: string, account: string): Promise<void> {
	await forgetAttempts(named(`${what} of`, account));
	await takeBackAttempt(named(`${what} from`, address));
}
