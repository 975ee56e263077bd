/** What administrators do: who is here, what they may do, groups, and the log of such things. */
import { randomUUID } from 'node:crypto';
import { inTransaction, type Queries } from '../db';
import { ServiceError } from '../errors';
import { allow, type Person, type Role } from './access';
import {
	administratorsFor,
	areHere,
	deleteGroup,
	endSessionsOf,
	groupLines,
	logRows,
	noteForAdministrators,
	peopleNamed,
	personLines,
	personRow,
	putGroup,
	shutOut,
	updatePerson
} from './people-rows';

/** So many names are offered, and so many entries of the log shown at once. */
const MOST_NAMES = 12;
const LOG_PAGE = 100;

/** Everybody who can sign in. Addresses are shown to administrators alone. */
export async function listPeople(person: Person | undefined) {
	allow(person, 'govern');
	return (await personLines()).map(({ since, ...line }) => ({ ...line, since: since.toISOString() }));
}

/** Names that begin so: to share an inquiry with, or to mention. */
export async function namesLike(
	person: Person | undefined,
	text: string
): Promise<{ id: string; name: string }[]> {
	allow(person, 'work');
	return text.trim().length < 2 ? [] : peopleNamed(text.trim(), MOST_NAMES);
}

const nobody = () => new ServiceError(404, 'no-person', 'There is no such person here.');
const lastOne = () =>
	new ServiceError(
		409,
		'last-administrator',
		'This is the only administrator. Make somebody else one first: nobody could let people in otherwise.'
	);

/** What a person may do in the installation, from now on. */
export async function setRole(
	person: Person | undefined,
	id: string,
	role: Exclude<Role, 'visitor'>
): Promise<void> {
	const { id: by, name } = allow(person, 'govern');
	await inTransaction(async (tx) => {
		const others = await administratorsFor(tx, id);
		const row = await personRow(id, tx);
		if (!row || row.email === null) throw nobody();
		if (row.role === 'administrator' && role !== 'administrator' && others === 0) throw lastOne();
		await updatePerson(id, { role }, tx);
		await noteForAdministrators('role', by, `${name} made ${row.name} ${role}.`, undefined, tx);
	});
}

/**
 * Ends an account. What was decided under it stays, beside the name or the pseudonym that is given.
 * @param calledAs the name that stays; the present one where it is left out
 * @param settle what becomes of what they own, in the same transaction
 */
export async function endAccount(
	person: Person | undefined,
	id: string,
	{ calledAs }: { calledAs?: string },
	settle: (tx: Queries) => Promise<void>
): Promise<void> {
	const asking = allow(person, 'work');
	if (asking.scope !== undefined || id !== asking.id) allow(person, 'govern');
	await inTransaction(async (tx) => {
		const others = await administratorsFor(tx, id);
		const row = await personRow(id, tx);
		if (!row || row.email === null) throw nobody();
		if (row.role === 'administrator' && others === 0) throw lastOne();
		await settle(tx);
		await shutOut(id, tx);
		const name = calledAs?.trim() || row.name;
		await updatePerson(
			id,
			{ name, email: null, emailVerified: false, role: 'member', leftAt: new Date() },
			tx
		);
		const said = asking.id === id ? 'Somebody removed their account.' : `${asking.name} removed an account.`;
		await noteForAdministrators('removed', asking.id === id ? null : asking.id, said, undefined, tx);
	});
}

/** Ends every session of somebody, as after something was lost or stolen. */
export async function signOutPerson(person: Person | undefined, id: string): Promise<void> {
	const { id: by, name } = allow(person, 'govern');
	const row = await personRow(id);
	if (!row || row.email === null) throw nobody();
	await endSessionsOf(id);
	await noteForAdministrators('removed', by, `${name} ended every session of ${row.name}.`);
}

export async function listGroups(person: Person | undefined) {
	allow(person, 'work');
	return groupLines();
}

/** Makes a group, names it anew, or says who is in it. */
export async function setGroup(
	person: Person | undefined,
	{ id = randomUUID(), name, people }: { id?: string; name: string; people: readonly string[] }
): Promise<{ id: string }> {
	const { id: by, name: who } = allow(person, 'govern');
	if ((await groupLines()).some((group) => group.name === name.trim() && group.id !== id))
		throw new ServiceError(409, 'name-taken', `There is a group “${name.trim()}” already.`);
	await inTransaction(async (tx) => {
		if (people.length > 0 && !(await areHere(people, tx))) throw nobody();
		await putGroup({ id, name: name.trim(), people: [...new Set(people)] }, tx);
		await noteForAdministrators('group', by, `${who} set the group “${name.trim()}”.`, undefined, tx);
	});
	return { id };
}

export async function removeGroup(person: Person | undefined, id: string): Promise<void> {
	const { id: by, name } = allow(person, 'govern');
	if (!(await deleteGroup(id))) throw new ServiceError(404, 'no-group', 'There is no such group.');
	await noteForAdministrators('group', by, `${name} removed a group.`);
}

/** Sign-ins, roles, tokens, imports and removals, latest first. */
export async function administratorsLog(person: Person | undefined, before?: number) {
	allow(person, 'govern');
	const rows = await logRows(LOG_PAGE, before);
	return {
		entries: rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
		more: rows.length === LOG_PAGE
	};
}
