/**
 * Addresses that lead to a watch without signing in, as programs that read feeds need: each person has another one, and it
 * leads there as long as they take part. So nobody else's address changes when somebody leaves.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import { ServiceError } from '../errors';
import { roleIn } from '../inquiry';
import { type Action, allow, type InquiryRole, type Person, withAccounts } from '../people';
import { type WatchRow, watchRow } from './watch-rows';

const sealOf = ({ id, key }: Pick<WatchRow, 'id' | 'key'>, personId: string) =>
	createHmac('sha256', key).update(`${id} ${personId}`).digest('base64url');

/** What stands in the addresses of a watch for one person. */
export const addressKey = (watch: Pick<WatchRow, 'id' | 'key'>, personId: string) =>
	[watch.id, Buffer.from(personId).toString('base64url'), sealOf(watch, personId)].join('.');

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
export async function watchAt(key: string, action: Action & ('read' | 'change-inquiry')): Promise<WatchRow> {
	const absent = () =>
		new ServiceError(404, 'no-watch', 'There is no watch at this address; it may have been changed.');
	const [id, whose = '', seal = ''] = key.split('.');
	const personId = Buffer.from(whose, 'base64url').toString();
	const watch = await watchRow(id);
	if (!watch) throw absent();
	const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(watch, personId))];
	if (given.length !== right.length || !timingSafeEqual(given, right)) throw absent();
	const person = somebody(personId);
	allow(person, action, { role: await roleAt(watch, person), absent });
	return watch;
}

/** Whether an address that stops a watch would lead there for whoever made it: they may have left since. */
export async function mayStop(watch: Pick<WatchRow, 'inquiryId' | 'personId'>): Promise<boolean> {
	const role = await roleAt(watch, somebody(watch.personId));
	return role !== undefined && role !== 'reader';
}

const somebody = (id: string): Person => ({
	id,
	name: 'Whoever had this address',
	role: 'member',
	...(!withAccounts() && { alone: true })
});
