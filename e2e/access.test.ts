/** Who may have what: every route, for every role, in inquiries that are theirs, shared, linked, foreign, and not there. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect, type Connection } from '../src/lib/server/db/client';
import { actionOf } from '../src/lib/server/http/door';
import { expected, isOfInquiry, PARTS, ROLES, routeTable, THERE, wasLetIn } from './access.test-aid';
import { startTogether } from './app.test-aid';

let app: Awaited<ReturnType<typeof startTogether>>;
let database: Connection;
const cookies: Record<string, string> = {};
const LINK = 'a-link-to-the-linked-one';

beforeAll(async () => {
	app = await startTogether();
	database = connect(app.databaseUrl, 2);
	const { sql } = database;
	for (const role of ROLES) cookies[role] = await app.signIn(role);
	await sql`insert into people (id, name, email) values ('somebody', 'Somebody Else', 'somebody@oak.example')`;
	for (const part of PARTS.filter((one) => one !== 'absent'))
		for (const role of ROLES) {
			const id = `${part}-${role}`;
			await sql`insert into inquiries (id, title, question, indexes) values (${id}, ${id}, '', '{yarrow}')`;
			const owner = part === 'owner' ? role : 'somebody';
			await sql`insert into inquiry_people (inquiry_id, person_id, role) values (${id}, ${owner}, 'owner')`;
			if (part === 'editor' || part === 'reader')
				await sql`insert into inquiry_people (inquiry_id, person_id, role) values (${id}, ${role}, ${part})`;
			if (part === 'linked')
				await sql`insert into inquiry_links (key, inquiry_id, made_by) values (${LINK + role}, ${id}, 'somebody')`;
		}
});
afterAll(async () => {
	await database?.end();
	await app?.close();
});

interface Asked {
	status: number;
	code?: string;
	body: string;
	location: string | null;
}

async function ask(
	{ method, route }: { method: string; route: string },
	{ cookie = '', inquiry = 'none', accept = '*/*' }
): Promise<Asked> {
	const ofInquiry = /^\/(inquiry|api\/v1\/inquiries)\/\[id\]/.test(route);
	const address = route.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) =>
		name === 'id' && ofInquiry ? inquiry : (method === 'GET' && THERE[name]) || 'none'
	);
	const response = await fetch(app.address + address, {
		method,
		redirect: 'manual',
		headers: { accept, cookie, ...(method !== 'GET' && { 'content-type': 'application/json' }) },
		...(method !== 'GET' && { body: '{}' })
	});
	const isStream = (response.headers.get('content-type') ?? '').startsWith('text/event-stream');
	// A stream has no end: that it was opened is all that is asked.
	const body = isStream ? '' : await response.text();
	if (isStream) await response.body?.cancel();
	const isJson = (response.headers.get('content-type') ?? '').startsWith('application/json');
	const error = isJson ? (JSON.parse(body) as { error?: { code: string } } | null)?.error : undefined;
	return { status: response.status, code: error?.code, body, location: response.headers.get('location') };
}

const fits = (asked: Asked, wanted: ReturnType<typeof expected>) =>
	wanted === 'may' ? wasLetIn(asked) : asked.status === wanted;

describe('every route', () => {
	const table = routeTable();
	it('says what it asks for', () => {
		expect(table.length).toBeGreaterThan(150);
		expect(table.filter(({ method, route }) => actionOf(method, route) === undefined)).toEqual([]);
	});

	it('answers of a foreign inquiry as of one that is not there, to the letter', async () => {
		const wrong: string[] = [];
		for (const one of table.filter(({ route }) => isOfInquiry(route)))
			for (const cookie of [cookies.administrator, `oakmoss_links=${LINK}member`]) {
				const [foreign, absent] = await Promise.all(
					['foreign-administrator', 'absent-administrator'].map((inquiry) => ask(one, { cookie, inquiry }))
				);
				const words = ({ status, body }: Asked, id: string) => `${status} ${body.replaceAll(id, 'ID')}`;
				if (words(foreign, 'foreign-administrator') !== words(absent, 'absent-administrator'))
					wrong.push(`${one.method} ${one.route}`);
			}
		expect(wrong).toEqual([]);
	});

	it('of the screens reads for whoever has a link, and takes nothing from them', async () => {
		const wrong: string[] = [];
		for (const one of table.filter(({ route }) => isOfInquiry(route))) {
			const asked = await ask(one, { cookie: `oakmoss_links=${LINK}member`, inquiry: 'linked-member' });
			const name = `${one.method} ${one.route}`;
			const action = actionOf(one.method, one.route);
			const wanted = one.route.startsWith('/api/') ? 401 : action === 'read' ? 'may' : 403;
			// Two of these are their own to do, and a visitor owns nothing.
			if (/\/copy$|people\/me$/.test(one.route) ? asked.status < 400 : !fits(asked, wanted))
				wrong.push(`${name}: ${asked.status} ${asked.code}`);
		}
		expect(wrong).toEqual([]);
	});
});

describe('an endpoint', () => {
	it('has a door for whoever is signed in, too, whatever is said to be accepted', async () => {
		for (const accept of ['text/html', '*/*'])
			for (const at of [
				'/inquiry/foreign-member/facts',
				'/inquiry/foreign-member/outbox/any',
				'/people/log'
			]) {
				const response = await fetch(app.address + at, { headers: { cookie: cookies.member, accept } });
				await response.text();
				expect([accept, at, response.status]).toEqual([accept, at, at === '/people/log' ? 403 : 404]);
			}
	});
});

describe('a link', () => {
	it('shows its inquiry and the indexes that this uses, and no other', async () => {
		const get = async (at: string, accept = '*/*') => {
			const headers = { cookie: `oakmoss_links=${LINK}member`, accept };
			const response = await fetch(app.address + at, { headers, redirect: 'manual' });
			await response.text();
			return response.status;
		};
		// The inquiry uses Yarrow alone.
		expect(await get('/indexes/yarrow/hierarchy')).toBe(200);
		expect(await get('/inquiry/linked-member/records?index=yarrow', 'text/html')).toBe(200);
		for (const at of [
			'/indexes/sorrel/hierarchy',
			'/indexes/sorrel/editions',
			'/inquiry/linked-member/composition/sorrel',
			'/inquiry/linked-member/browse/sorrel',
			'/inquiry/linked-member/facts?index=sorrel'
		])
			expect([at, await get(at)]).toEqual([at, 404]);
		expect(await get('/indexes')).toBe(403);
		for (const at of ['/indexes', '/indexes/sorrel/editions', '/inquiry/linked-member/records?index=sorrel'])
			expect([at, await get(at, 'text/html')]).toEqual([at, 303]);
	});
});

describe('what somebody signed in reads', () => {
	it('is kept by no browser, so that nothing of it is there once they have signed out', async () => {
		for (const where of [
			'/',
			'/inquiry/owner-member',
			'/inquiry/owner-member/question/__data.json',
			'/api/v1/inquiries/owner-member',
			'/api/v1/inquiries/owner-member/crosswalk.csv'
		]) {
			const response = await fetch(app.address + where, {
				headers: { cookie: cookies.member, accept: where.startsWith('/api/') ? '*/*' : 'text/html' }
			});
			await response.text();
			expect([where, response.status, response.headers.get('cache-control')]).toEqual([
				where,
				200,
				expect.stringContaining('no-store')
			]);
		}
	});
});

describe('a token', () => {
	it('is asked for before anything else is looked at', async () => {
		const at = `${app.address}/api/v1`;
		for (const [method, where] of [
			['GET', '/nothing/here'],
			['PUT', '/indexes/yarrow/records'],
			['PATCH', '/indexes'],
			['POST', '/indexes/none/search']
		]) {
			const response = await fetch(at + where, { method, ...(method !== 'GET' && { body: 'not json' }) });
			expect([where, response.status]).toEqual([where, 401]);
			expect(response.headers.get('www-authenticate')).toMatch(/^Bearer/);
			expect(((await response.json()) as { error: object }).error).toMatchObject({ code: 'not-signed-in' });
		}
		for (const open of ['/health', '/openapi.json', '/inquiry.schema.json'])
			expect((await fetch(at + open)).status).toBe(200);
	});

	it('stands in the header, not in the address, and does what it may', async () => {
		const at = `${app.address}/api/v1`;
		const json = { 'content-type': 'application/json' };
		const make = async (scope: string) => {
			const endsAt = new Date(Date.now() + 3_600_000).toISOString();
			const response = await fetch(`${at}/tokens`, {
				method: 'POST',
				headers: { ...json, cookie: cookies.member },
				body: JSON.stringify({ name: scope, scope, endsAt })
			});
			expect(response.status).toBe(201);
			return (await response.json()) as { id: string; token: string };
		};
		const [reads, writes] = [await make('read'), await make('write')];
		const by = (token: string) => ({ ...json, authorization: `Bearer ${token}` });
		const me = await fetch(`${at}/me`, { headers: by(reads.token) });
		expect(await me.json()).toEqual({
			id: 'member',
			name: 'A member',
			role: 'member',
			scope: 'read',
			accounts: true
		});
		const body = JSON.stringify({ title: 'By a script', question: '' });
		const tried = (token: string) => fetch(`${at}/inquiries`, { method: 'POST', headers: by(token), body });
		expect((await tried(reads.token)).status).toBe(403);
		expect((await tried(writes.token)).status).toBe(201);
		expect((await fetch(`${at}/inquiries?key=${reads.token}`, { headers: by(reads.token) })).status).toBe(
			400
		);
		const searched = await fetch(`${at}/indexes/yarrow/search`, {
			method: 'POST',
			headers: by(reads.token),
			body: JSON.stringify({ cql: 'cql.keywords = "sleep"' })
		});
		expect(searched.status).toBe(200);
		const removed = await fetch(`${at}/tokens/${reads.id}`, {
			method: 'DELETE',
			headers: { cookie: cookies.member }
		});
		expect(removed.status).toBe(200);
		expect((await fetch(`${at}/me`, { headers: by(reads.token) })).status).toBe(401);
		// A token that is not good is not made up for by a session.
		expect((await fetch(`${at}/me`, { headers: { ...by('x'), cookie: cookies.member } })).status).toBe(401);
	});
});
