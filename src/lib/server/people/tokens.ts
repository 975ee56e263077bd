/** Tokens: what lets a script act for a person, until a day, to read or to write. */
import { randomUUID } from 'node:crypto';
import { ServiceError } from '../errors';
import { allow, type Person } from './access';
import { hashOf, newKey } from './keys';
import { deleteToken, insertToken, noteForAdministrators, tokenHolder, tokenLines } from './people-rows';

/** By which a token is known as one of ours, also by those who look for what was published by mistake. */
const BEGINNING = 'oakmoss_';
/** So many a person has at once. */
const MOST_TOKENS = 50;
/** A token is good for a year at most, and a day, as years differ. */
const LONGEST = 366 * 86_400_000;

export interface Token {
	id: string;
	name: string;
	scope: 'read' | 'write';
	madeAt: string;
	endsAt: string;
	usedAt?: string;
}

/** Tokens are made and seen by a person who is here: not by a script with a token, which would outlive its own end. */
function present(person: Person | undefined): Person {
	const asking = allow(person, 'work');
	if (asking.scope !== undefined)
		throw new ServiceError(
			403,
			'by-hand',
			'Tokens are made and removed in Oakmoss, by the person they belong to.'
		);
	return asking;
}

export async function listTokens(person: Person | undefined): Promise<Token[]> {
	const { id } = allow(person, 'work');
	return (await tokenLines(id)).map(({ madeAt, endsAt, usedAt, ...line }) => ({
		...line,
		madeAt: madeAt.toISOString(),
		endsAt: endsAt.toISOString(),
		...(usedAt && { usedAt: usedAt.toISOString() })
	}));
}

/** @returns the token, which is shown this once */
export async function makeToken(
	person: Person | undefined,
	{ name, scope, endsAt }: { name: string; scope: 'read' | 'write'; endsAt: string }
): Promise<Token & { token: string }> {
	const { id: personId, name: of } = present(person);
	const ends = new Date(endsAt);
	if (ends.getTime() <= Date.now())
		throw new ServiceError(422, 'invalid', 'A token ends on a day to come; this one would have ended.');
	if (ends.getTime() > Date.now() + LONGEST)
		throw new ServiceError(422, 'invalid', 'A token is good for a year at most. Choose an earlier end.');
	if ((await tokenLines(personId)).length >= MOST_TOKENS)
		throw new ServiceError(422, 'too-many', `There are ${MOST_TOKENS} tokens already. Remove one first.`);
	const token = BEGINNING + newKey();
	const row = { id: randomUUID(), personId, name: name.trim(), scope, madeAt: new Date(), endsAt: ends };
	await insertToken({ ...row, hash: hashOf(token) });
	await noteForAdministrators('token', personId, `${of} made a token that may ${scope}.`);
	return {
		id: row.id,
		name: row.name,
		scope,
		madeAt: row.madeAt.toISOString(),
		endsAt: ends.toISOString(),
		token
	};
}

export async function removeToken(person: Person | undefined, id: string): Promise<void> {
	const { id: personId, name } = present(person);
	if (!(await deleteToken(personId, id)))
		throw new ServiceError(404, 'no-token', 'There is no such token of yours.');
	await noteForAdministrators('token', personId, `${name} removed a token.`);
}

/**
 * Who acts by an `Authorization` header.
 * @throws ServiceError 401 where it holds no token that is good
 */
export async function personByToken(authorization: string): Promise<Person> {
	const [, token] = /^Bearer +(\S+)$/i.exec(authorization.trim()) ?? [];
	const holder = token?.startsWith(BEGINNING) ? await tokenHolder(hashOf(token)) : undefined;
	if (!holder)
		throw new ServiceError(
			401,
			'bad-token',
			'The token is not good: it was removed, has ended, or never was.'
		);
	return holder;
}
