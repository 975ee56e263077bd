/** How people come to have an account: asked in, or by their own wish where the installation is open; and new passwords. */
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { APIError } from 'better-auth/api';
import { ServiceError } from '../errors';
import { inTransaction, type Queries } from '../db';
import { putMessage } from '../outbox';
import { allow, LOCAL_PERSON, type Person, type Role } from './access';
import { consumeAttempt, clearAttempts } from './attempts';
import { auth, personOfReset } from './auth-rows';
import { hashOf, newKey } from './keys';
import { refuseCommon } from './passwords';
import {
	deleteInvitation,
	deleteTokensOf,
	hasPassword,
	insertAccount,
	insertInvitation,
	invitationLines,
	isAnybodyHere,
	noteForAdministrators,
	openInvitation,
	personRow,
	personWithEmail,
	upsertPerson,
	useInvitation
} from './people-rows';
import { isOpenToAll, ownAddress } from './settings';
import type { Caller, Signed } from './caller';
import { headersOf, signIn } from './signing-in';

/** Days for which an invitation is good. */
const INVITED_DAYS = 14;
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000);

/**
 * A link for the first administrator, where nobody can sign in yet. Whoever reads what the server says when it starts may
 * use it.
 */
export async function firstInvitation(): Promise<string | undefined> {
	if (await isAnybodyHere()) return undefined;
	const key = newKey();
	await insertInvitation({
		id: randomUUID(),
		hash: hashOf(key),
		role: 'administrator',
		endsAt: inDays(INVITED_DAYS)
	});
	return `${ownAddress()}/welcome?key=${key}`;
}

/** Asks somebody in, by a message to their address. */
export async function invite(
	person: Person | undefined,
	{ email, role }: { email: string; role: Exclude<Role, 'visitor'> }
): Promise<void> {
	const { id: madeBy, name } = allow(person, 'govern');
	if (await personWithEmail(email))
		throw new ServiceError(409, 'already-here', 'Somebody has an account under this address already.');
	const key = newKey();
	await insertInvitation({
		id: randomUUID(),
		hash: hashOf(key),
		email: email.trim().toLowerCase(),
		role,
		madeBy,
		endsAt: inDays(INVITED_DAYS)
	});
	await putMessage(madeBy, null, {
		kind: 'account',
		to: email,
		subject: 'You are asked to Oakmoss',
		text: [
			`${name} asks you to work in Oakmoss, where searches of several subject indexes are prepared together.`,
			`Choose your name and a password here within ${INVITED_DAYS} days:`,
			`${ownAddress()}/welcome?key=${key}`
		].join('\n\n')
	});
	await noteForAdministrators('invited', madeBy, `${name} asked somebody in as ${role}.`);
}

export async function openInvitations(person: Person | undefined) {
	allow(person, 'govern');
	return (await invitationLines()).map(({ madeAt, endsAt, ...line }) => ({
		...line,
		madeAt: madeAt.toISOString(),
		endsAt: endsAt.toISOString()
	}));
}

export async function takeBackInvitation(person: Person | undefined, id: string): Promise<void> {
	allow(person, 'govern');
	if (!(await deleteInvitation(id))) throw noInvitation();
}

const noInvitation = () =>
	new ServiceError(
		404,
		'no-invitation',
		'This invitation is not good: it was used, taken back, or is older than 14 days. Ask for another one.'
	);

/** Whom an invitation is for: their address, or nobody in particular. */
export async function invitedBy(caller: Caller, key: string): Promise<{ email: string; role: Role }> {
	await consumeAttempt('welcome', caller.address);
	const found = await openInvitation(hashOf(key));
	if (!found || (found.email === '' && (await isAnybodyHere()))) throw noInvitation();
	return { email: found.email, role: found.role };
}

/**
 * Makes the account that an invitation is for, once, and signs in. The first administrator takes over what was made alone:
 * they are who worked alone.
 */
export async function acceptInvitation(
	caller: Caller,
	{ key, name, email: typed, password }: { key: string; name: string; email?: string; password: string }
): Promise<Signed<{ name: string }>> {
	await consumeAttempt('welcome', caller.address);
	const email = await inTransaction(async (tx) => {
		const found = await openInvitation(hashOf(key), tx);
		const isFirst = found?.email === '';
		if (!found || (isFirst && (await isAnybodyHere(tx)))) throw noInvitation();
		const address = (isFirst ? (typed ?? '') : found.email).trim().toLowerCase();
		refuseCommon(password, address);
		if (address === '') throw new ServiceError(422, 'invalid', 'An account needs an email address.');
		if (await personWithEmail(address, tx))
			throw new ServiceError(409, 'already-here', 'There is an account under this address already. Sign in.');
		const id = isFirst ? LOCAL_PERSON.id : randomUUID();
		await upsertPerson({ id, name: name.trim(), email: address, emailVerified: true, role: found.role }, tx);
		await addPassword(id, password, tx);
		await useInvitation(found.id, tx);
		await noteForAdministrators('joined', id, `${name.trim()} joined as ${found.role}.`, caller, tx);
		return address;
	});
	return signIn(caller, { email, password });
}

async function addPassword(personId: string, password: string, tx: Queries): Promise<void> {
	const { password: hashing } = await auth().$context;
	await insertAccount(
		{
			id: randomUUID(),
			accountId: personId,
			providerId: 'credential',
			personId,
			password: await hashing.hash(password)
		},
		tx
	);
}

/** Makes an account by somebody's own wish. The answer is the same whether the address has one already. */
export async function register(
	caller: Caller,
	{ name, email, password }: { name: string; email: string; password: string }
): Promise<void> {
	if (!isOpenToAll())
		throw new ServiceError(403, 'not-open', 'Accounts are made by invitation here. Ask an administrator.');
	await consumeAttempt('register', caller.address, email);
	refuseCommon(password, email);
	try {
		await auth().api.signUpEmail({
			body: { name: name.trim(), email: email.trim().toLowerCase(), password },
			headers: headersOf(caller)
		});
	} catch (error) {
		// Whether somebody is here under the address is not said.
		if (!(error instanceof APIError)) throw error;
	}
}

const badLink = () =>
	new ServiceError(422, 'no-link', 'This link is not good: it was used, or is too old. Ask for another one.');

/** Confirms an address by the key that was sent to it, once. */
export async function confirm(caller: Caller, key: string): Promise<void> {
	await consumeAttempt('confirm', caller.address);
	// The library takes a key for as long as it is good. Whom it is for is looked at here, whether it is good there.
	if ((await personWithEmail(addressIn(key)))?.emailVerified) throw badLink();
	try {
		await auth().api.verifyEmail({ query: { token: key }, headers: headersOf(caller) });
	} catch (error) {
		if (error instanceof APIError) throw badLink();
		throw error;
	}
}

/** The address in a key that confirms it, whoever made that up; empty in anything else. */
function addressIn(key: string): string {
	try {
		const { email } = JSON.parse(Buffer.from(key.split('.')[1] ?? '', 'base64url').toString()) as {
			email?: unknown;
		};
		return typeof email === 'string' ? email : '';
	} catch {
		return '';
	}
}

/** Milliseconds after which it is answered that a link was sent if there is an account: as long as sending one takes, and more. */
const SAME_TIME = 400;

/** Sends a link to a new password, where there is an account; the answer is the same where there is none, and as long coming. */
export async function forgotten(caller: Caller, email: string): Promise<void> {
	await consumeAttempt('forgotten', caller.address, email);
	await Promise.all([
		wait(SAME_TIME),
		auth().api.requestPasswordReset({
			body: { email: email.trim().toLowerCase() },
			headers: headersOf(caller)
		})
	]);
}

/** Sets a new password by the key that was sent for it. Every session ends. */
export async function renewPassword(
	caller: Caller,
	{ key, password, endTokens = false }: { key: string; password: string; endTokens?: boolean }
): Promise<void> {
	await consumeAttempt('renew', caller.address);
	const personId = await personOfReset(key);
	refuseCommon(password, (personId && (await personRow(personId))?.email) || '');
	try {
		await auth().api.resetPassword({
			body: { token: key, newPassword: password },
			headers: headersOf(caller)
		});
	} catch (error) {
		if (error instanceof APIError) throw badLink();
		throw error;
	}
	if (endTokens && personId) await deleteTokensOf(personId);
}

/** Sets another password by the present one. Sessions elsewhere end. */
export async function changePassword(
	caller: Caller,
	{ present, password, endTokens = false }: { present: string; password: string; endTokens?: boolean }
): Promise<Signed<object>> {
	const { id, email } = await signedInWith(caller);
	await consumeAttempt('present password', caller.address, id);
	refuseCommon(password, email);
	try {
		const { headers } = await auth().api.changePassword({
			body: { currentPassword: present, newPassword: password, revokeOtherSessions: true },
			headers: headersOf(caller),
			returnHeaders: true
		});
		await clearAttempts('present password', caller.address, id);
		if (endTokens) await deleteTokensOf(id);
		return { value: {}, cookies: headers.getSetCookie() };
	} catch (error) {
		if (error instanceof APIError) throw wrongPassword();
		throw error;
	}
}

const wrongPassword = () => new ServiceError(422, 'wrong-password', 'The present password is not that one.');

/** The account that a browser is signed in to: what is asked of it with the password is not done with a token. */
async function signedInWith(caller: Caller): Promise<{ id: string; email: string; since: Date }> {
	const found = await auth().api.getSession({ headers: headersOf(caller) });
	if (!found) throw new ServiceError(401, 'not-signed-in', 'Nobody is signed in with this browser.');
	return { id: found.user.id, email: found.user.email, since: found.session.createdAt };
}

/** Milliseconds after which whoever has no password here signs in again before they are taken to be themselves. */
const LATELY = 10 * 60_000;

/**
 * Makes sure that it is the owner of an account who sits before a browser that is signed in to it: by the password, or by
 * having signed in just now where that is done by single sign-on.
 * @throws ServiceError 422 where the password is another one, 403 where they have to sign in again, 429 after too many tries
 */
export async function proveOneself(caller: Caller, present: string): Promise<void> {
	const { id, since } = await signedInWith(caller);
	if (!(await hasPassword(id))) {
		if (Date.now() - since.getTime() < LATELY) return;
		throw new ServiceError(
			403,
			'sign-in-again',
			'Sign out and in again first, so that it is known to be you.'
		);
	}
	await consumeAttempt('present password', caller.address, id);
	try {
		await auth().api.verifyPassword({ body: { password: present }, headers: headersOf(caller) });
	} catch (error) {
		if (error instanceof APIError) throw wrongPassword();
		throw error;
	}
	await clearAttempts('present password', caller.address, id);
}
