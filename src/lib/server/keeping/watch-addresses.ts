/**
 * Addresses that lead to a watch without signing in: its feed, as programs that read feeds need, and what stops it, as
 * messages need. Each person has others, the one for reading does not stop, and they lead there as long as the person takes
 * part. So nobody else's address changes when somebody leaves.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { ServiceError } from '../errors';
import { roleIn } from '../inquiry';
import { allow, type InquiryRole, isHere, type Person, withAccounts } from '../people';
import { type WatchRow, watchRow } from './watch-rows';

/** What an address does. */
export type Purpose = 'feed' | 'stop';
const ACTIONS = { feed: 'read', stop: 'change-inquiry' } as const;

const sealOf = ({ id, key }: Pick<WatchRow, 'id' | 'key'>, purpose: Purpose, personId: string) =>
	createHmac('sha256', key).update(`${purpose} ${id} ${personId}`).digest('base64url');

/** What stands in an address of a watch for one person. */
export const addressKey = (watch: Pick<WatchRow, 'id' | 'key'>, purpose: Purpose, personId: string) =>
	[watch.id, Buffer.from(personId).toString('base64url'), sealOf(watch, purpose, personId)].join('.');

/** What a person is to a watch: one of an inquiry goes by that, any other is their own. */
export async function roleAt(
	{ inquiryId, personId }: Pick<WatchRow, 'inquiryId' | 'personId'>,
	person: Person
): Promise<InquiryRole | undefined> {
	if (inquiryId !== null) return roleIn(person, inquiryId);
	return person.alone || personId === person.id ? 'owner' : undefined;
}

/**
 * The watch that an address leads to.
 * @throws ServiceError 404 where it leads nowhere, or no longer, 403 where whom it was given to may not do this
 */
export async function watchAt(key: string, purpose: Purpose): Promise<WatchRow> {
	const absent = () =>
		new ServiceError(404, 'no-watch', 'There is no watch at this address; it may have been changed.');
	const [id, whose = '', seal = ''] = key.split('.');
	const personId = Buffer.from(whose, 'base64url').toString();
	const watch = await watchRow(id);
	if (!watch) throw absent();
	const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(watch, purpose, personId))];
	if (given.length !== right.length || !timingSafeEqual(given, right)) throw absent();
	const person = somebody(personId);
	// A watch of no inquiry has no part that would end with the account.
	if (!person.alone && !(await isHere(personId))) throw absent();
	allow(person, ACTIONS[purpose], { role: await roleAt(watch, person), absent });
	return watch;
}

/** What whoever made a watch is to its inquiry now: they may have left since, or only read. */
export const makersRole = (watch: Pick<WatchRow, 'inquiryId' | 'personId'>) =>
	roleAt(watch, somebody(watch.personId));

export const mayChange = (role: InquiryRole | undefined) => role !== undefined && role !== 'reader';

const somebody = (id: string): Person => ({
	id,
	name: 'Whoever had this address',
	role: 'member',
	...(!withAccounts() && { alone: true })
});
