/** This file is long: everything about accounts begins with people who came in, one after another. */
import * as v from 'valibot';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createInquiry, listInquiries } from '../inquiry/inquiries';
import { changeInquiry, historyOf, readInquiry } from '../inquiry/inquiry-changes';
import { undoOrRedo } from '../inquiry/undo';
import {
	inquiryBehind,
	leaveMyself,
	leaveInquiry,
	makeLink,
	participantsOf,
	removePerson,
	setParticipants,
	takeBackLink
} from '../inquiry';
import { LOCAL_PERSON, type Person } from './access';
import { consumeAttempt, clearAttempts } from './attempts';
import { changeBody } from './people-schema';
import {
	administratorsLog,
	listPeople,
	namesLike,
	removeGroup,
	setGroup,
	setRole,
	signOutPerson
} from './administration';
import {
	acceptInvitation,
	changePassword,
	confirm,
	firstInvitation,
	forgotten,
	invite,
	invitedBy,
	openInvitations,
	register,
	renewPassword,
	takeBackInvitation
} from './invitations';
import { endSession, openSessions, personSignedIn, signIn, signOut, signOutEverywhere } from './signing-in';
import { listTokens, makeToken, personByToken, removeToken } from './tokens';

const PASSWORD = 'lichen on bark 7';
let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

/** Every test asks from another address, so that the tries of one do not count for the next. */
let tests = 0;
const from = (cookies: readonly string[] = []) => ({
	headers: new Headers(
		cookies.length > 0 ? { cookie: cookies.map((cookie) => cookie.split(';')[0]).join('; ') } : {}
	),
	address: `192.0.2.${tests}`
});
const keyIn = (link = '') => new URL(link).searchParams.get('key') ?? '';

/** The key in the last message to an address. */
async function keySentTo(email: string): Promise<string> {
	const [row] = await connection().sql<{ eml: string }>`
		select eml from outbox where "to" = ${email} and kind = 'account' order by at desc limit 1`;
	// Long lines of a message are broken with an equals sign at their end.
	const text = row.eml.replace(/=\r?\n/g, '').replaceAll('=3D', '=');
	return /key=([\w.-]+)/.exec(text)?.[1] ?? '';
}
const messagesTo = async (email: string) =>
	(await connection().sql<{ n: number }>`select count(*)::int as n from outbox where "to" = ${email}`)[0].n;

async function whoIs(cookies: readonly string[]): Promise<Person> {
	const person = await personSignedIn(from(cookies).headers);
	if (!person) throw new Error('Nobody is signed in.');
	return person;
}

/** Asks somebody in, and has them come. */
async function join(email: string, name: string, role: 'administrator' | 'librarian' | 'member' = 'member') {
	await invite(await whoIs(first), { email, role });
	const { cookies } = await acceptInvitation(from(), {
		key: await keySentTo(email),
		name,
		password: PASSWORD
	});
	return { cookies, person: await whoIs(cookies) };
}

let first: string[];
beforeEach(async () => {
	tests++;
	vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
	vi.stubEnv('OAKMOSS_SECRET', 'for the tests alone, and long enough');
	await connection()
		.sql`truncate people, inquiries, outbox, attempts, people_log, invitations, groups cascade`;
	await connection()
		.sql`insert into people (id, name, role) values ('local', 'Local researcher', 'administrator')`;
	const key = keyIn(await firstInvitation());
	({ cookies: first } = await acceptInvitation(from(), {
		key,
		name: 'Ada Fernhill',
		email: 'Ada@oak.example',
		password: PASSWORD
	}));
});
afterEach(() => vi.unstubAllEnvs());

describe('coming in', () => {
	it('begins with the first administrator, who is whoever worked alone, and with nobody after them', async () => {
		const ada = await whoIs(first);
		expect(ada).toEqual({ id: LOCAL_PERSON.id, name: 'Ada Fernhill', role: 'administrator' });
		expect(await firstInvitation()).toBeUndefined();
		// A second link of a second server that started at the same time is worth nothing now.
		await connection().sql`insert into invitations (id, hash, role, ends_at)
			select 'late', ${'x'}, 'administrator', now() + interval '1 day'`;
		await expect(invitedBy(from(), 'x')).rejects.toMatchObject({ status: 404 });
	});

	it('is by an invitation that is used once, by whoever has it', async () => {
		const ada = await whoIs(first);
		await invite(ada, { email: 'ben@oak.example', role: 'librarian' });
		const key = await keySentTo('ben@oak.example');
		expect(await invitedBy(from(), key)).toEqual({ email: 'ben@oak.example', role: 'librarian' });
		const both = await Promise.allSettled(
			['Ben Moor', 'Not Ben'].map((name) => acceptInvitation(from(), { key, name, password: PASSWORD }))
		);
		expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
		await expect(acceptInvitation(from(), { key, name: 'Again', password: PASSWORD })).rejects.toMatchObject({
			status: 404,
			code: 'no-invitation'
		});
		expect((await listPeople(ada)).map(({ role }) => role).sort()).toEqual(['administrator', 'librarian']);
		await expect(invite(ada, { email: 'BEN@oak.example ', role: 'member' })).rejects.toMatchObject({
			status: 409
		});
	});

	it('is not by one that was taken back, or is too old', async () => {
		const ada = await whoIs(first);
		await invite(ada, { email: 'cy@oak.example', role: 'member' });
		const [{ id }] = await openInvitations(ada);
		await takeBackInvitation(ada, id);
		await expect(invitedBy(from(), await keySentTo('cy@oak.example'))).rejects.toMatchObject({ status: 404 });
		await invite(ada, { email: 'di@oak.example', role: 'member' });
		await connection().sql`update invitations set ends_at = now() - interval '1 minute'`;
		await expect(invitedBy(from(), await keySentTo('di@oak.example'))).rejects.toMatchObject({ status: 404 });
		expect(await openInvitations(ada)).toEqual([]);
	});

	it('is by one’s own wish only where the installation is open, once the address is confirmed', async () => {
		const eve = { name: 'Eve Alder', email: 'eve@oak.example', password: PASSWORD };
		await expect(register(from(), eve)).rejects.toMatchObject({ status: 403, code: 'not-open' });
		vi.stubEnv('OAKMOSS_REGISTRATION', 'on');
		await register(from(), eve);
		await expect(signIn(from(), eve)).rejects.toMatchObject({ status: 403, code: 'not-confirmed' });
		await confirm(from(), await keySentTo(eve.email));
		const { cookies } = await signIn(from(), eve);
		expect(await whoIs(cookies)).toMatchObject({ name: 'Eve Alder', role: 'member' });
		await expect(confirm(from(), 'no such key')).rejects.toMatchObject({ status: 422 });
		// A link that was used is used up.
		await expect(confirm(from(), await keySentTo(eve.email))).rejects.toMatchObject({ code: 'no-link' });
		// The address is Ada's: the answer is the same, and nothing changes.
		await register(from(), { ...eve, email: 'ada@oak.example' });
		expect(
			(await whoIs((await signIn(from(), { email: 'ada@oak.example', password: PASSWORD })).cookies)).name
		).toBe('Ada Fernhill');
	});
});

describe('signing in', () => {
	const ADA = { email: 'ada@oak.example', password: PASSWORD };

	it('says the same of a wrong password and of nobody', async () => {
		const said = async (email: string, password: string) =>
			signIn(from(), { email, password }).then(
				() => 'in',
				({ status, code, message }: { status: number; code: string; message: string }) =>
					`${status} ${code} ${message}`
			);
		const wrong = await said('ada@oak.example', 'not that one');
		expect(wrong).toMatch(/^401 not-signed-in/);
		expect(await said('nobody@oak.example', 'not that one')).toBe(wrong);
		const before = await messagesTo('nobody@oak.example');
		await forgotten(from(), 'nobody@oak.example');
		expect(await messagesTo('nobody@oak.example')).toBe(before);
	});

	it('bears ten wrong tries at an account, wherever they come from, and no more', async () => {
		const codes: string[] = [];
		for (let i = 0; i < 1_000; i++) {
			const caller = { ...from(), address: `198.51.100.${i % 250}` };
			codes.push(
				await signIn(caller, { ...ADA, password: `guess ${i}` }).then(
					() => 'in',
					(error: { code: string }) => error.code
				)
			);
		}
		expect(codes.filter((code) => code === 'not-signed-in')).toHaveLength(10);
		expect(new Set(codes.slice(10))).toEqual(new Set(['too-many-tries']));
		// Who is in stays in, and others are not kept out.
		expect((await whoIs(first)).name).toBe('Ada Fernhill');
	});

	it('keeps the owner in who is known in a browser, whoever guesses elsewhere, and not for ever', async () => {
		const { cookies } = await signIn(from(), ADA);
		const guess = (caller: ReturnType<typeof from>) =>
			signIn(caller, { ...ADA, password: 'not that one' }).catch(({ code }: { code: string }) => code);
		for (let i = 0; i < 11; i++) await guess({ ...from(), address: '198.51.100.9' });
		await expect(signIn(from(), ADA)).rejects.toMatchObject({ code: 'too-many-tries' });
		// Without the session, as after signing out: the browser is known all the same.
		const known = from(cookies.filter((cookie) => cookie.startsWith('oakmoss_known=')));
		expect((await signIn(known, ADA)).value.name).toBe('Ada Fernhill');
		for (let i = 0; i < 10; i++) expect(await guess(known)).toBe('not-signed-in');
		expect(await guess(known)).toBe('too-many-tries');
		// Neither another name nor another account makes a browser known.
		const [, browser, seal] =
			/oakmoss_known=([\w-]+)\.([\w-]+)/.exec(known.headers.get('cookie') ?? '') ?? [];
		for (const forged of [`x${browser}.${seal}`, `${browser}.x${seal}`, `${browser}`])
			await expect(signIn(from([`oakmoss_known=${forged}`]), ADA)).rejects.toMatchObject({
				code: 'too-many-tries'
			});
	});

	it('that goes well uses up nobody’s tries', async () => {
		for (let i = 0; i < 70; i++) {
			await consumeAttempt('sign-in', '192.0.2.8', `one${i}@oak.example`);
			await clearAttempts('sign-in', '192.0.2.8', `one${i}@oak.example`);
		}
		for (let i = 0; i < 60; i++) await consumeAttempt('sign-in', '192.0.2.8', `other${i}@oak.example`);
		await expect(consumeAttempt('sign-in', '192.0.2.8', 'one-more@oak.example')).rejects.toMatchObject({
			status: 429
		});
	});

	it('is guessed by nobody who has a session, however many addresses they ask from', async () => {
		const codes: string[] = [];
		for (let i = 0; i < 12; i++)
			codes.push(
				await changePassword(
					{ ...from(first), address: `198.51.100.${i}` },
					{ present: `guess ${i}`, password: 'four words of no kin' }
				).then(
					() => 'changed',
					({ code }: { code: string }) => code
				)
			);
		expect(codes.slice(0, 10)).toEqual(Array<string>(10).fill('wrong-password'));
		expect(codes.slice(10)).toEqual(['too-many-tries', 'too-many-tries']);
		await expect(leaveMyself(await whoIs(first), from(first), { present: PASSWORD })).rejects.toMatchObject({
			code: 'too-many-tries'
		});
	});

	it('takes no password that would be tried first', async () => {
		vi.stubEnv('OAKMOSS_REGISTRATION', 'on');
		for (const password of [
			'1qaz2wsx3edc',
			'1QAZ2wsx3edc',
			'passwordpassword',
			'aaaaaaaaaaaaaa',
			'eve.alder@oak.example'
		])
			await expect(
				register(from(), { name: 'Eve', email: 'eve.alder@oak.example', password })
			).rejects.toMatchObject({ status: 422, code: 'common-password' });
		expect(v.safeParse(changeBody, { present: 'x', password: 'lichen bark' }).success).toBe(false);
		expect(v.safeParse(changeBody, { present: 'x', password: 'lichen bark7' }).success).toBe(true);
	});

	it('asks for a new password for as long, whoever has an account', async () => {
		const times = { known: [] as number[], unknown: [] as number[] };
		for (let i = 0; i < 5; i++)
			for (const [kind, email] of [
				['known', 'ada@oak.example'],
				['unknown', `nobody${i}@oak.example`]
			] as const) {
				const begun = performance.now();
				await forgotten(from(), email);
				times[kind].push(performance.now() - begun);
			}
		const median = (all: number[]) => [...all].sort((a, b) => a - b)[2];
		expect(Math.abs(median(times.known) - median(times.unknown))).toBeLessThan(40);
	});

	it('bears tries again once the clock is right that was wrong when they were counted', async () => {
		const tries = () => consumeAttempt('sign-in', '192.0.2.7', 'ada@oak.example');
		for (let i = 0; i < 10; i++) await tries();
		await expect(tries()).rejects.toMatchObject({ status: 429 });
		await connection().sql`update attempts set expire = expire + 86400000`;
		await tries();
		for (let i = 1; i < 10; i++) await tries();
		await expect(tries()).rejects.toMatchObject({ status: 429 });
	});

	it('is ended here, there, and everywhere', async () => {
		const [here, there, elsewhere] = await Promise.all([1, 2, 3].map(() => signIn(from(), ADA)));
		await signOut(from(here.cookies));
		expect(await personSignedIn(from(here.cookies).headers)).toBeUndefined();
		const open = await openSessions(from(there.cookies));
		expect(open.filter(({ isThis }) => isThis)).toHaveLength(1);
		const other = open.find(({ isThis }) => !isThis);
		await endSession(from(there.cookies), other?.id ?? '');
		await expect(endSession(from(there.cookies), other?.id ?? '')).rejects.toMatchObject({ status: 404 });
		expect((await whoIs(there.cookies)).name).toBe('Ada Fernhill');
		await signOutEverywhere(from(there.cookies));
		for (const { cookies } of [there, elsewhere])
			expect(await personSignedIn(from(cookies).headers)).toBeUndefined();
	});

	it('is not by a cookie that was changed, or whose session is past', async () => {
		const { cookies } = await signIn(from(), ADA);
		const stolen = cookies.map((cookie) => cookie.replace(/(session_token=.)(.)/, (_, a: string) => `${a}x`));
		expect(await personSignedIn(from(stolen).headers)).toBeUndefined();
		await connection().sql`update sessions set expires_at = now() - interval '1 second'`;
		expect(await personSignedIn(from(cookies).headers)).toBeUndefined();
	});

	it('hides its cookies from scripts and other sites', async () => {
		for (const cookie of (await signIn(from(), ADA)).cookies)
			expect(cookie).toMatch(/HttpOnly.*SameSite=Lax|SameSite=Lax.*HttpOnly/i);
	});

	it('is by a new password after the old one was forgotten, which ends every session', async () => {
		await forgotten(from(), 'ada@oak.example');
		const earlier = await keySentTo('ada@oak.example');
		await forgotten(from(), 'ada@oak.example');
		const key = await keySentTo('ada@oak.example');
		// Only the last link is good.
		await expect(
			renewPassword(from(), { key: earlier, password: 'another one altogether' })
		).rejects.toMatchObject({ code: 'no-link' });
		await renewPassword(from(), { key, password: 'another one altogether' });
		await expect(renewPassword(from(), { key, password: 'and once again' })).rejects.toMatchObject({
			status: 422
		});
		expect(await personSignedIn(from(first).headers)).toBeUndefined();
		await expect(signIn(from(), ADA)).rejects.toMatchObject({ status: 401 });
		const { cookies } = await signIn(from(), { ...ADA, password: 'another one altogether' });
		await expect(
			changePassword(from(cookies), { present: 'wrong', password: 'a third one here' })
		).rejects.toMatchObject({ status: 422 });
		const changed = await changePassword(from(cookies), {
			present: 'another one altogether',
			password: 'a third one here'
		});
		expect((await whoIs(changed.cookies)).name).toBe('Ada Fernhill');
		// Tokens stay unless they are asked to end.
		const ada = await whoIs(changed.cookies);
		const endsAt = new Date(Date.now() + 86_400_000).toISOString();
		for (const [present, password, endTokens] of [
			['a third one here', 'a fourth one here', false],
			['a fourth one here', 'a fifth one in here', true]
		] as const) {
			const { token } = await makeToken(ada, { name: 'script', scope: 'read', endsAt });
			const { cookies: own } = await signIn(from(), { ...ADA, password: present });
			await changePassword(from(own), { present, password, endTokens });
			const isGood = await personByToken(`Bearer ${token}`).then(
				() => true,
				() => false
			);
			expect(isGood).toBe(!endTokens);
		}
	});
});

describe('what people may do', () => {
	it('is said by administrators, of whom one always stays', async () => {
		const ada = await whoIs(first);
		const { person: ben } = await join('ben@oak.example', 'Ben Moor');
		await expect(setRole(ben, ada.id, 'member')).rejects.toMatchObject({ status: 403 });
		await expect(setRole(ada, ada.id, 'member')).rejects.toMatchObject({ code: 'last-administrator' });
		await expect(leaveMyself(ada, from(first), { present: PASSWORD })).rejects.toMatchObject({
			code: 'last-administrator'
		});
		// An administrator removes others, not themselves, without the password.
		await expect(removePerson(ada, ada.id, {})).rejects.toMatchObject({ code: 'own-account' });
		await expect(removePerson(ben, ada.id, {})).rejects.toMatchObject({ status: 403 });
		await setRole(ada, ben.id, 'administrator');
		await setRole(ada, ada.id, 'librarian');
		await expect(setRole(await whoIs(first), ben.id, 'member')).rejects.toMatchObject({ status: 403 });
		const { entries } = await administratorsLog({ ...ben, role: 'administrator' });
		expect(entries.map(({ said }) => said)).toContain('Ada Fernhill made Ben Moor administrator.');
		expect(JSON.stringify(entries)).not.toContain(PASSWORD);
	});

	it('goes with tokens, which read or write until their day, and are kept as what they hash to', async () => {
		const { person: ben } = await join('ben@oak.example', 'Ben Moor');
		const soon = new Date(Date.now() + 86_400_000).toISOString();
		const read = await makeToken(ben, { name: 'notebook', scope: 'read', endsAt: soon });
		const write = await makeToken(ben, { name: 'script', scope: 'write', endsAt: soon });
		const [kept] = await connection().sql<{ all: string }>`select json_agg(t)::text as all from api_tokens t`;
		for (const { token } of [read, write]) expect(kept.all).not.toContain(token.slice(8));
		const reading = await personByToken(`Bearer ${read.token}`);
		expect(reading).toMatchObject({ id: ben.id, scope: 'read' });
		const inquiry = { id: 'q', title: 'Pods', question: '' };
		await expect(createInquiry(reading, inquiry)).rejects.toMatchObject({ status: 403, code: 'reads-only' });
		const writing = await personByToken(`bearer ${write.token}`);
		await createInquiry(writing, inquiry);
		expect(await listInquiries(reading)).toMatchObject([{ id: 'q' }]);
		// A token makes no tokens.
		await expect(makeToken(writing, { name: 'x', scope: 'write', endsAt: soon })).rejects.toMatchObject({
			status: 403
		});
		expect((await listTokens(ben)).every(({ usedAt }) => usedAt !== undefined)).toBe(true);
		await removeToken(ben, write.id);
		await connection().sql`update api_tokens set ends_at = now()`;
		for (const { token } of [read, write])
			await expect(personByToken(`Bearer ${token}`)).rejects.toMatchObject({ status: 401 });
		for (const odd of ['', 'Bearer', 'Basic abc', 'Bearer oakmoss_', 'Bearer null'])
			await expect(personByToken(odd)).rejects.toMatchObject({ status: 401 });
		await expect(
			makeToken(ben, { name: 'past', scope: 'read', endsAt: '2020-01-01T00:00:00Z' })
		).rejects.toMatchObject({ status: 422 });
		const years = new Date(Date.now() + 400 * 86_400_000).toISOString();
		await expect(makeToken(ben, { name: 'long', scope: 'read', endsAt: years })).rejects.toMatchObject({
			status: 422
		});
	});

	it('ends with the sessions of whoever was signed out', async () => {
		const { cookies, person } = await join('ben@oak.example', 'Ben Moor');
		await signOutPerson(await whoIs(first), person.id);
		expect(await personSignedIn(from(cookies).headers)).toBeUndefined();
	});
});

describe('an inquiry', () => {
	const ID = 'quiet';
	async function shared() {
		const [{ person: ben }, { person: cy }, { person: di }] = [
			await join('ben@oak.example', 'Ben Moor'),
			await join('cy@oak.example', 'Cy Reed'),
			await join('di@oak.example', 'Di Sallow')
		];
		await createInquiry(ben, { id: ID, title: 'Quiet rooms', question: '' });
		return { ben, cy, di };
	}
	const concept = (id: string) =>
		({ kind: 'concept.add', id, name: id, status: 'required' }) as Parameters<typeof changeInquiry>[2];
	const absent = { status: 404, code: 'no-inquiry' };

	it('is of whoever made it, and is not there for anybody else, administrators included', async () => {
		const { ben, cy } = await shared();
		expect(await listInquiries(ben)).toMatchObject([{ id: ID }]);
		for (const other of [cy, await whoIs(first)]) {
			expect(await listInquiries(other)).toEqual([]);
			await expect(readInquiry(other, ID)).rejects.toMatchObject(absent);
			await expect(changeInquiry(other, ID, concept('a'))).rejects.toMatchObject(absent);
			await expect(setParticipants(other, ID, { people: [], groups: [] })).rejects.toMatchObject(absent);
		}
	});

	it('is shared with people and groups, as editors and readers', async () => {
		const { ben, cy, di } = await shared();
		const own = { id: ben.id, role: 'owner' as const };
		await setParticipants(ben, ID, { people: [own, { id: cy.id, role: 'editor' }], groups: [] });
		await changeInquiry(cy, ID, concept('by-cy'));
		await changeInquiry(ben, ID, concept('by-ben'));
		// Each takes back what is theirs.
		expect((await undoOrRedo(cy, ID, 'undo')).summary).toContain('by-cy');
		await expect(undoOrRedo(cy, ID, 'undo')).rejects.toMatchObject({ code: 'nothing-to-undo' });
		expect((await historyOf(ben, ID)).entries.map(({ person }) => person)).toEqual([
			'Cy Reed',
			'Ben Moor',
			'Cy Reed'
		]);
		const { id: group } = await setGroup(await whoIs(first), { name: 'Readers', people: [di.id] });
		await setParticipants(ben, ID, { people: [own], groups: [{ id: group, role: 'reader' }] });
		await expect(readInquiry(cy, ID)).rejects.toMatchObject(absent);
		expect((await participantsOf(di, ID)).role).toBe('reader');
		await expect(changeInquiry(di, ID, concept('c'))).rejects.toMatchObject({ status: 403 });
		await expect(makeLink(di, ID)).rejects.toMatchObject({ status: 403 });
		expect((await participantsOf(di, ID)).links).toBeUndefined();
		await removeGroup(await whoIs(first), group);
		await expect(readInquiry(di, ID)).rejects.toMatchObject(absent);
	});

	it('has one owner, who may give it away, and does not leave it before', async () => {
		const { ben, cy } = await shared();
		await expect(leaveInquiry(ben, ID)).rejects.toMatchObject({ code: 'owns-it' });
		for (const people of [[], [{ id: cy.id, role: 'editor' as const }]])
			await expect(setParticipants(ben, ID, { people, groups: [] })).rejects.toMatchObject({
				code: 'one-owner'
			});
		await expect(
			setParticipants(ben, ID, { people: [{ id: 'nobody', role: 'owner' }], groups: [] })
		).rejects.toMatchObject({ status: 404, code: 'no-person' });
		await setParticipants(ben, ID, {
			people: [
				{ id: cy.id, role: 'owner' },
				{ id: ben.id, role: 'editor' }
			],
			groups: []
		});
		await expect(makeLink(ben, ID)).rejects.toMatchObject({ status: 403 });
		await leaveInquiry(ben, ID);
		await expect(readInquiry(ben, ID)).rejects.toMatchObject(absent);
		expect((await participantsOf(cy, ID)).people).toEqual([{ id: cy.id, name: 'Cy Reed', role: 'owner' }]);
	});

	it('is read by whoever has a link, until that is taken back', async () => {
		const { ben } = await shared();
		const { key } = await makeLink(ben, ID);
		expect(await inquiryBehind(key)).toBe(ID);
		const visitor: Person = { id: 'visitor', name: 'A reader', role: 'visitor', links: [key] };
		expect((await readInquiry(visitor, ID)).inquiry.about.title).toBe('Quiet rooms');
		await expect(changeInquiry(visitor, ID, concept('a'))).rejects.toMatchObject({ status: 403 });
		await expect(createInquiry(visitor, { id: 'own', title: 'x', question: '' })).rejects.toMatchObject({
			status: 403
		});
		await takeBackLink(ben, ID, key);
		await expect(readInquiry(visitor, ID)).rejects.toMatchObject(absent);
		await expect(inquiryBehind(key)).rejects.toMatchObject({ status: 404, code: 'no-link' });
	});

	it('outlives the account of its owner where others take part, and its history keeps a name', async () => {
		const { ben, cy } = await shared();
		await createInquiry(ben, { id: 'own', title: 'Nobody else’s', question: '' });
		await changeInquiry(ben, ID, concept('a'));
		await setParticipants(ben, ID, {
			people: [
				{ id: ben.id, role: 'owner' },
				{ id: cy.id, role: 'reader' }
			],
			groups: []
		});
		const { cookies } = await signIn(from(), { email: 'ben@oak.example', password: PASSWORD });
		await expect(leaveMyself(ben, from(cookies), { present: 'not that one' })).rejects.toMatchObject({
			code: 'wrong-password'
		});
		// A token is not its owner.
		await expect(leaveMyself(ben, from(), { present: PASSWORD })).rejects.toMatchObject({ status: 401 });
		await leaveMyself(ben, from(cookies), { calledAs: 'A former colleague', present: PASSWORD });
		expect((await participantsOf(cy, ID)).role).toBe('owner');
		const { sql } = connection();
		expect(await sql`select 1 from inquiry_people where person_id = ${ben.id}`).toHaveLength(0);
		expect(await sql`select 1 from group_people where person_id = ${ben.id}`).toHaveLength(0);
		// The owner is somebody who is here, so that the inquiry can be shared on.
		await setParticipants(cy, ID, { people: [{ id: cy.id, role: 'owner' }], groups: [] });
		expect((await historyOf(cy, ID)).entries[0].person).toBe('A former colleague');
		await expect(readInquiry({ ...LOCAL_PERSON }, 'own')).rejects.toMatchObject(absent);
		expect(await namesLike(cy, 'Ben')).toEqual([]);
		await expect(signIn(from(), { email: 'ben@oak.example', password: PASSWORD })).rejects.toMatchObject({
			status: 401
		});
	});
});
