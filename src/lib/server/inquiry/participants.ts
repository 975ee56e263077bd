/** Who takes part in an inquiry: people, groups, and whoever has a link to it. */
import type { InferOutput } from 'valibot';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import {
	allow,
	areHere,
	type Caller,
	endAccount,
	type InquiryRole,
	newKey,
	type Person,
	proveOneself,
	withAccounts
} from '../people';
import {
	deleteParts,
	areGroups,
	deleteLink,
	deleteTaker,
	type Group,
	handOver,
	insertLink,
	inquiryOfLink,
	linkRows,
	ownedBy,
	replaceTakers,
	type Taker,
	takerRows,
	takingGroups
} from './access-rows';
import { isDecidedApart } from './independent-review-rows';
import { allowIn, roleIn, standingIn } from './inquiry-access';
import { setState } from './inquiry-rows';
import { notify } from './live-rows';
import type { participantsBody } from './participants-schema';

/** So many links lead to an inquiry at once. */
const MOST_LINKS = 20;

export interface Participants {
	/** What whoever asks is. */
	role: InquiryRole;
	people: Taker[];
	groups: Group[];
	/** To the owner alone. */
	links?: { key: string; madeAt: string }[];
}

export async function participantsOf(person: Person | undefined, inquiryId: string): Promise<Participants> {
	const { role } = await standingIn(person, 'read', inquiryId);
	const [people, groups, links] = await Promise.all([
		takerRows(inquiryId),
		takingGroups(inquiryId),
		role === 'owner' ? linkRows(inquiryId) : undefined
	]);
	return {
		role,
		people,
		groups,
		...(links && { links: links.map(({ key, madeAt }) => ({ key, madeAt: madeAt.toISOString() })) })
	};
}

/**
 * Says who takes part from now on, all of them at once. One of the people owns it: naming another gives it away.
 * @throws ServiceError 422 where not exactly one would own it, 404 where somebody or a group is not here
 */
export async function setParticipants(
	person: Person | undefined,
	inquiryId: string,
	{ people, groups }: InferOutput<typeof participantsBody>
): Promise<Participants> {
	const asking = await allowIn(person, 'own-inquiry', inquiryId);
	await notWhileApart(inquiryId);
	const owners = people.filter(({ role }) => role === 'owner');
	if (owners.length !== 1)
		throw new ServiceError(
			422,
			'one-owner',
			`One person owns an inquiry; ${owners.length === 0 ? 'nobody would' : `${owners.length} would`}.`
		);
	if (new Set(people.map(({ id }) => id)).size < people.length)
		throw new ServiceError(422, 'invalid', 'Somebody is named twice.');
	await inTransaction(async (tx) => {
		const others = people.map(({ id }) => id).filter((id) => id !== asking.id);
		if (others.length > 0 && !(await areHere(others, tx)))
			throw new ServiceError(404, 'no-person', 'Somebody who is named is not here. Nobody was changed.');
		if (
			!(await areGroups(
				groups.map(({ id }) => id),
				tx
			))
		)
			throw new ServiceError(404, 'no-group', 'A group that is named is not here. Nobody was changed.');
		await replaceTakers(inquiryId, people, groups, tx);
		await notify({ inquiry: inquiryId, kind: 'people' }, tx);
	});
	const role = await roleIn(asking, inquiryId);
	// Whoever gave it away and kept no part is told so once, and finds it no more.
	return role ? participantsOf(person, inquiryId) : { role: 'reader', people: [], groups: [] };
}

/** Whoever decides apart shows it to nobody before they have done. */
async function notWhileApart(inquiryId: string): Promise<void> {
	if (await isDecidedApart(inquiryId))
		throw new ServiceError(
			409,
			'apart',
			'You decide this apart, so nobody else sees it yet. Say first that you have done.'
		);
}

/** Leaves an inquiry of others. */
export async function leaveInquiry(person: Person | undefined, inquiryId: string): Promise<void> {
	const { person: asking, role } = await standingIn(person, 'read', inquiryId);
	if (role === 'owner')
		throw new ServiceError(
			409,
			'owns-it',
			'You own this inquiry. Give it to somebody first, or remove it for everybody.'
		);
	if (!(await deleteTaker(inquiryId, asking.id)))
		throw new ServiceError(
			409,
			'by-group',
			'You take part by a group, or by a link, which you cannot leave here.'
		);
}

/** Makes an address by which whoever has it may read the inquiry. */
export async function makeLink(person: Person | undefined, inquiryId: string): Promise<{ key: string }> {
	const { id: madeBy } = await allowIn(person, 'own-inquiry', inquiryId);
	await notWhileApart(inquiryId);
	if ((await linkRows(inquiryId)).length >= MOST_LINKS)
		throw new ServiceError(422, 'too-many', `There are ${MOST_LINKS} links already. Take one back first.`);
	const key = newKey();
	await insertLink({ key, inquiryId, madeBy });
	return { key };
}

/** Takes a link back: whoever had it sees the inquiry no more. */
export async function takeBackLink(
	person: Person | undefined,
	inquiryId: string,
	key: string
): Promise<void> {
	await allowIn(person, 'own-inquiry', inquiryId);
	if (!(await deleteLink(inquiryId, key)))
		throw new ServiceError(404, 'no-link', 'There is no such link. It may have been taken back.');
	await notify({ inquiry: inquiryId, kind: 'people' });
}

/** The inquiry that a link leads to. Without accounts there are none. */
export async function inquiryBehind(key: string): Promise<string> {
	const inquiry = withAccounts() ? await inquiryOfLink(key) : undefined;
	if (inquiry === undefined)
		throw new ServiceError(404, 'no-link', 'This link leads nowhere: it was taken back, or never was.');
	return inquiry;
}

/** Ends one's own account, once it is known that it is its owner who asks. */
export async function leaveMyself(
	person: Person | undefined,
	caller: Caller,
	{ calledAs, present }: { calledAs?: string; present: string }
): Promise<void> {
	const { id } = allow(person, 'work');
	await proveOneself(caller, present);
	await endWithParts(person, id, { calledAs });
}

/** Ends the account of somebody else. */
export async function removePerson(
	person: Person | undefined,
	id: string,
	how: { calledAs?: string }
): Promise<void> {
	if (allow(person, 'govern').id === id)
		throw new ServiceError(
			409,
			'own-account',
			'Your own account is removed on the page of your account, with your password.'
		);
	await endWithParts(person, id, how);
}

/**
 * Ends an account. An inquiry that others take part in goes to the first of them, editors before readers; one that nobody
 * else knows goes with the account. What was decided stays, beside the name or a pseudonym.
 */
async function endWithParts(
	person: Person | undefined,
	id: string,
	how: { calledAs?: string }
): Promise<void> {
	await endAccount(person, id, how, async (tx) => {
		for (const inquiryId of await ownedBy(id, tx)) {
			const heir = (await takerRows(inquiryId, tx)).find((taker) => taker.id !== id);
			if (heir) await handOver(inquiryId, heir.id, tx);
			else await setState(inquiryId, { deletedAt: new Date() }, false, tx);
		}
		await deleteParts(id, tx);
	});
}
