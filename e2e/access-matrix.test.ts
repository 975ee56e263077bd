/**
 * Every method of every route, page data too, for everybody there is: who got what, held against what the contract of the
 * route says. With OAKMOSS_ACCESS=all, as `npm run access` does, it is gone through whole and printed; else a part of it.
 */
import { sql as statement } from 'drizzle-orm';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { hashOf } from '../src/lib/server/people/keys';
import { connect, type Connection } from '../src/lib/server/db/client';
import { actionOf, methodsOf } from '../src/lib/server/http/door';
import { isOfInquiry, isPage, OF_ONESELF, routeTable, THERE, wasLetIn } from './access.test-aid';
import { startTogether } from './app.test-aid';

const isWhole = process.env.OAKMOSS_ACCESS === 'all';
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
const INQUIRY = 'shared';

/** Somebody who asks: what their request carries, and what they are. */
interface Asker {
	headers: Record<string, string>;
	/** In the installation; nobody where it is left out. */
	role?: 'administrator' | 'librarian' | 'member' | 'visitor';
	/** In the inquiry. */
	part?: 'owner' | 'editor' | 'reader' | 'linked';
	/** A token is good for the API alone, and may only read. */
	token?: 'read' | 'write';
	isToken?: true;
}

let app: Awaited<ReturnType<typeof startTogether>>;
let database: Connection;
const askers: Record<string, Asker> = {};

beforeAll(async () => {
	app = await startTogether({ OAKMOSS_MOST_A_MINUTE: '1000000' });
	database = connect(app.databaseUrl, 2);
	const { sql } = database;
	const signedIn = async (role: string) => ({ cookie: await app.signIn(role) });
	const named: [string, string][] = [['owner', 'librarian'], ['editor', 'member'], ['reader', 'member'], ['grouped', 'member'], ['linked', 'member'], ['foreign', 'member'], ['gone', 'member'], ['out', 'member']]; // prettier-ignore
	const password = (await sql<{ password: string }>`select password from accounts limit 1`)[0].password;
	for (const [id, role] of named) {
		await sql`insert into people (id, name, email, email_verified, role) values (${id}, ${id}, ${`${id}@oak.example`}, true, ${role})`;
		await sql`insert into accounts (id, account_id, provider_id, person_id, password) values (${id}, ${id}, 'credential', ${id}, ${password})`;
	}
	await sql`insert into inquiries (id, title, question, indexes) values (${INQUIRY}, 'Shared', '', '{yarrow}')`;
	for (const part of ['owner', 'editor', 'reader'])
		await sql`insert into inquiry_people (inquiry_id, person_id, role) values (${INQUIRY}, ${part}, ${part})`;
	await sql`insert into groups (id, name) values ('g', 'A group')`;
	await sql`insert into group_people (group_id, person_id) values ('g', 'grouped')`;
	await sql`insert into inquiry_groups (inquiry_id, group_id, role) values (${INQUIRY}, 'g', 'editor')`;
	await sql`insert into inquiry_links (key, inquiry_id, made_by) values ('live', ${INQUIRY}, 'owner'), ('withdrawn', ${INQUIRY}, 'owner')`;
	const token = async (personId: string, scope: 'read' | 'write', name: string, days: number) => {
		const key = `oakmoss_${name}`;
		await sql`insert into api_tokens (id, person_id, name, scope, hash, ends_at)
			values (${name}, ${personId}, ${name}, ${scope}, ${hashOf(key)}, now() + ${days} * interval '1 day')`;
		return { authorization: `Bearer ${key}` };
	};
	const link = (key: string) => ({ cookie: `oakmoss_links=${key}` });
	const cookies = async (id: string, more = '') => ({ cookie: (await signedIn(id)).cookie + more });
	Object.assign(askers, {
		'nobody': { headers: {} },
		'a made-up link': { headers: link('made-up') },
		'a link that was withdrawn': { headers: link('withdrawn') },
		'a link': { headers: link('live'), role: 'visitor', part: 'linked' },
		'an account that was removed': { headers: await signedIn('gone') },
		'a session that was ended': { headers: await signedIn('out') },
		'a token that has ended': { headers: await token('owner', 'write', 'past', -1), isToken: true },
		'a token that was removed': { headers: { authorization: 'Bearer oakmoss_removed' }, isToken: true },
		'a reading token of the owner': { headers: await token('owner', 'read', 'reads', 9), isToken: true, role: 'librarian', part: 'owner', token: 'read' },
		'a writing token of the owner': { headers: await token('owner', 'write', 'writes', 9), isToken: true, role: 'librarian', part: 'owner', token: 'write' },
		'a writing token of a reader': { headers: await token('reader', 'write', 'readers', 9), isToken: true, role: 'member', part: 'reader', token: 'write' },
		'the owner': { headers: await signedIn('owner'), role: 'librarian', part: 'owner' },
		'an editor': { headers: await signedIn('editor'), role: 'member', part: 'editor' },
		'an editor by a group': { headers: await signedIn('grouped'), role: 'member', part: 'editor' },
		'a reader': { headers: await signedIn('reader'), role: 'member', part: 'reader' },
		'a member with the link': { headers: await cookies('linked', '; oakmoss_links=live'), role: 'member', part: 'linked' },
		'a member elsewhere': { headers: await signedIn('foreign'), role: 'member' },
		'a librarian elsewhere': { headers: await signedIn('librarian'), role: 'librarian' },
		'an administrator': { headers: await signedIn('administrator'), role: 'administrator' }
	} satisfies Record<string, Asker>); // prettier-ignore
	await sql`delete from inquiry_links where key = 'withdrawn'`;
	await sql`delete from sessions where person_id in ('gone', 'out')`;
	await sql`update people set email = null, left_at = now() where id = 'gone'`;
	await sql`delete from accounts where person_id = 'gone'`;
});
afterAll(async () => {
	await database?.end();
	await app?.close();
});

interface Cell {
	method: (typeof METHODS)[number];
	route: string;
	/** The data of a page, as a browser fetches it that is there already; with or without that of the pages around it. */
	data?: 'all' | 'own';
}

function cells(): Cell[] {
	const routes = [...new Set(routeTable().map(({ route }) => route))].sort();
	return routes.flatMap((route) => [
		...METHODS.map((method) => ({ method, route })),
		...(isPage(route)
			? (['all', 'own'] as const).map((data) => ({ method: 'GET' as const, route, data }))
			: [])
	]);
}

/** What the contract of a route says of somebody: let in, or with which status they are sent away. */
function wanted({ method, route }: Cell, asker: Asker): 'in' | number {
	const action = actionOf(method, route);
	const isApi = route.startsWith('/api/');
	// A token that is not good is not good for what is open either.
	if (asker.isToken && isApi && !asker.role) return 401;
	const role =
		asker.isToken && !isApi ? undefined : isApi && asker.role === 'visitor' ? undefined : asker.role;
	if (action === 'open') return 'in';
	if (!role) return 401;
	if (action === undefined) return 405;
	const onlyReads = asker.token === 'read' && action !== 'read' && action !== 'take-part';
	if (isOfInquiry(route)) {
		const { part } = asker;
		if (!part) return 404;
		// What is copied becomes an inquiry of one's own, which a visitor cannot have.
		if (action === 'read') return role === 'visitor' && route.endsWith('/copy') ? 403 : 'in';
		if (action === 'take-part') return part === 'linked' ? 403 : 'in';
		if (action === 'own-inquiry') return part === 'owner' && !onlyReads ? 'in' : 403;
		if (action === 'work') return 404;
		return (part === 'owner' || part === 'editor') && !onlyReads ? 'in' : 403;
	}
	if (action === 'read') return role === 'visitor' && route === '/indexes' ? 403 : 'in';
	if (role === 'visitor' || onlyReads) return 403;
	if (action === 'change-indexes') return role === 'member' ? 403 : 'in';
	if (action === 'govern') return role === 'administrator' ? 'in' : 403;
	return 'in';
}

interface Got {
	status: number;
	code?: string;
}
async function ask({ method, route, data }: Cell, { headers }: Asker): Promise<Got> {
	const address = route.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) =>
		name === 'id' && isOfInquiry(route)
			? INQUIRY
			: ((method === 'GET' || method === 'HEAD') && THERE[name]) || 'none'
	);
	const isUnsafe = method !== 'GET' && method !== 'HEAD';
	const at =
		data === undefined
			? address
			: `${address === '/' ? '' : address}/__data.json${data === 'own' ? '?x-sveltekit-invalidated=001' : ''}`;
	const response = await fetch(app.address + at, {
		method,
		redirect: 'manual',
		headers: { accept: '*/*', ...headers, ...(isUnsafe && { 'content-type': 'application/json' }) },
		...(isUnsafe && { body: '{' })
	}); // prettier-ignore
	const type = response.headers.get('content-type') ?? '';
	if (type.startsWith('text/event-stream')) {
		await response.body?.cancel();
		return { status: response.status };
	}
	const body = await response.text();
	const isJson = type.startsWith('application/json') && body !== '';
	// Page data says within itself what went wrong with a part of it.
	const told = data && isJson ? /"type":"error".*?"code":"([\w-]+)".*?"status":(\d+)|"type":"error".*?"status":(\d+).*?"code":"([\w-]+)"/.exec(body) : null; // prettier-ignore
	if (told) return { status: Number(told[2] ?? told[3]), code: told[1] ?? told[4] };
	return { status: response.status, code: isJson ? (JSON.parse(body) as { error?: { code: string } } | null)?.error?.code : undefined }; // prettier-ignore
}

const fits = (got: Got, what: 'in' | number, method: string) =>
	what === 'in'
		? method === 'HEAD'
			? ![401, 403].includes(got.status) && got.status < 500
			: wasLetIn(got)
		: got.status === what;

/** What stands in every table, but for what any request leaves: who was seen when, and how often something was tried. */
async function tables(): Promise<Record<string, string>> {
	const { sql } = database;
	const names = await sql<{ name: string }>`
		select tablename as name from pg_tables where schemaname = 'public'
			and tablename not in ('attempts', 'sessions', 'api_tokens', 'people_log', 'record_sets', 'jobs')`;
	const found: Record<string, string> = {};
	for (const { name } of names) {
		const { rows } = await database.db.execute(
			statement.raw(
				`select md5(coalesce(string_agg(md5(t::text), '' order by md5(t::text)), '')) as hash from "${name}" t`
			)
		);
		const [{ hash }] = rows as { hash: string }[];
		found[name] = hash;
	}
	return found;
}

it('no cell differs from what the contract of its route says, and nobody who is sent away changes anything', async () => {
	const all = cells().filter(({ method, route }) => !OF_ONESELF.test(`${method} ${route}`));
	// In the ordinary tests all of two who are sent away from most, and every seventh of the others, so that every kind of asker
	// and most routes have their turn.
	const always = ['nobody', 'a member elsewhere'];
	const asked = Object.entries(askers).flatMap(([who, asker], a) =>
		all.filter((_, i) => isWhole || always.includes(who) || (i + 3 * a) % 7 === 0).map((cell) => ({ who, asker, cell, what: wanted(cell, asker) }))
	);
	const wrong: string[] = [];
	const got = new Map<string, string>();
	const pass = async (those: typeof asked) => {
		for (const { who, asker, cell, what } of those) {
			const answer = await ask(cell, asker);
			const name = `${cell.method} ${cell.route}${cell.data ? ` (data, ${cell.data})` : ''}`;
			got.set(`${name}\n${who}`, String(answer.status));
			if (!fits(answer, what, cell.method)) wrong.push(`${name} for ${who}: ${answer.status} ${answer.code ?? ''}, not ${what}`);
		}
	};
	const before = await tables();
	await pass(asked.filter(({ what }) => what !== 'in'));
	expect(await tables()).toEqual(before);
	await pass(asked.filter(({ what }) => what === 'in'));
	if (isWhole) {
		const whos = Object.keys(askers);
		console.log(`${all.length} methods and data of routes, ${whos.length} askers: ${whos.map((who, i) => `${i + 1} ${who}`).join(', ')}`);
		for (const name of [...new Set([...got.keys()].map((one) => one.split('\n')[0]))])
			console.log(`${whos.map((who) => (got.get(`${name}\n${who}`) ?? '').padStart(4)).join('')}  ${name}`);
	}
	expect(methodsOf('/nowhere')).toEqual([]);
	expect(wrong).toEqual([]);
}); // prettier-ignore
