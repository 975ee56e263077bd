/** Single sign-on: a stand-in for a provider that speaks OpenID Connect, over the network of this machine. */
import { generateKeyPairSync, randomUUID, sign } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { closeConnection, connection } from '../db/client';
import { beginSingleSignOn, personSignedIn, finishSingleSignOn } from './signing-in';

/** Whom the stand-in signs in next, and by which key. */
interface Claims {
	sub: string;
	email: string;
	email_verified: boolean;
	name: string;
}
let claims: Claims;
const keys = generateKeyPairSync('rsa', { modulusLength: 2048 });
const others = generateKeyPairSync('rsa', { modulusLength: 2048 });
let signing = keys;
/** The nonce that was asked for with each code. */
const nonces = new Map<string, string>();

const encoded = (value: unknown) => Buffer.from(JSON.stringify(value)).toString('base64url');
function idToken(nonce: string): string {
	const now = Math.floor(Date.now() / 1_000);
	const body = { ...claims, iss: issuer(), aud: 'oakmoss', iat: now, exp: now + 60, nonce };
	const text = `${encoded({ alg: 'RS256', kid: 'one' })}.${encoded(body)}`;
	return `${text}.${sign('RSA-SHA256', Buffer.from(text), signing.privateKey).toString('base64url')}`;
}

const standIn = http.createServer((request, response) => {
	const answer = (body: unknown) => {
		response.writeHead(200, { 'content-type': 'application/json' });
		response.end(JSON.stringify(body));
	};
	let sent = '';
	request.on('data', (piece) => (sent += String(piece)));
	request.on('end', () => {
		switch (new URL(request.url ?? '/', issuer()).pathname) {
			case '/.well-known/openid-configuration':
				return answer({
					issuer: issuer(),
					authorization_endpoint: `${issuer()}/authorize`,
					token_endpoint: `${issuer()}/token`,
					jwks_uri: `${issuer()}/keys`,
					id_token_signing_alg_values_supported: ['RS256']
				});
			case '/keys':
				return answer({
					keys: [{ ...keys.publicKey.export({ format: 'jwk' }), kid: 'one', alg: 'RS256', use: 'sig' }]
				});
			case '/token':
				return answer({
					access_token: randomUUID(),
					token_type: 'Bearer',
					id_token: idToken(nonces.get(new URLSearchParams(sent).get('code') ?? '') ?? '')
				});
			default:
				response.writeHead(404).end();
		}
	});
});
const issuer = () => `http://127.0.0.1:${(standIn.address() as AddressInfo).port}`;

let url: string;
beforeAll(async () => {
	await new Promise<void>((resolve) => standIn.listen(0, '127.0.0.1', resolve));
	url = await migratedDatabase();
	vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
	vi.stubEnv('OAKMOSS_SECRET', 'for the tests alone, and long enough');
	vi.stubEnv('ORIGIN', 'http://localhost:4310');
	vi.stubEnv('OAKMOSS_OIDC_ISSUER', issuer());
	vi.stubEnv('OAKMOSS_OIDC_CLIENT', 'oakmoss');
	vi.stubEnv('OAKMOSS_OIDC_SECRET', 'between the two');
});
afterAll(async () => {
	vi.unstubAllEnvs();
	standIn.close();
	await dropDatabase(url);
});
beforeEach(async () => {
	// What is set is read when a connection is first used.
	await closeConnection();
	signing = keys;
	vi.stubEnv('OAKMOSS_REGISTRATION', 'off');
	await connection().sql`delete from accounts`;
	await connection().sql`delete from people where id <> 'local'`;
	await connection()
		.sql`insert into people (id, name, email, email_verified) values ('ada', 'Ada', 'ada@oak.example', true)`;
});

const cookiesIn = (headers: string[]) => headers.map((cookie) => cookie.split(';')[0]).join('; ');

/** Goes the whole way, as a browser does. @returns where it ends, and who is signed in then */
async function comeBy(who: Claims) {
	claims = who;
	const { value, cookies } = await beginSingleSignOn({ headers: new Headers(), address: '192.0.2.1' });
	const asked = new URL(value.to);
	expect(asked.origin).toBe(issuer());
	expect(asked.searchParams.get('code_challenge_method')).toBe('S256');
	const code = randomUUID();
	nonces.set(code, asked.searchParams.get('nonce') ?? '');
	const back = new URL(asked.searchParams.get('redirect_uri') ?? '');
	back.searchParams.set('code', code);
	back.searchParams.set('state', asked.searchParams.get('state') ?? '');
	const answer = await finishSingleSignOn(new Request(back, { headers: { cookie: cookiesIn(cookies) } }));
	const cookie = cookiesIn(answer.headers.getSetCookie());
	return { to: answer.headers.get('location') ?? '', person: await personSignedIn(new Headers({ cookie })) };
}
const people = async () => (await connection().sql`select 1 from people where email is not null`).length;
const ADA = { sub: '1', email: 'ada@oak.example', email_verified: true, name: 'Ada of the house' };

describe('somebody who comes by single sign-on', () => {
	it('is whoever has the account of that address, under the name they have here', async () => {
		for (let times = 0; times < 2; times++) {
			const { to, person } = await comeBy(ADA);
			expect(to).not.toContain('refused');
			expect(person).toMatchObject({ id: 'ada', name: 'Ada', role: 'member' });
		}
		expect(await people()).toBe(1);
	});

	it('is not let in where nobody was asked in under that address, and is where the installation is open', async () => {
		const eve = { ...ADA, sub: '2', email: 'eve@oak.example', name: 'Eve' };
		const closed = await comeBy(eve);
		expect(closed.to).toContain('refused');
		expect(closed.person).toBeUndefined();
		expect(await people()).toBe(1);
		vi.stubEnv('OAKMOSS_REGISTRATION', 'on');
		await closeConnection();
		expect((await comeBy(eve)).person).toMatchObject({ name: 'Eve', role: 'member' });
	});

	it('is nobody where the address is not confirmed as theirs, or another key has signed', async () => {
		expect((await comeBy({ ...ADA, sub: '3', email_verified: false })).person).toBeUndefined();
		signing = others;
		expect((await comeBy(ADA)).person).toBeUndefined();
	});
});

describe('what was sent back', () => {
	it('is taken where it belongs, once, and nowhere else', async () => {
		const forged = 'http://localhost:4310/account/vouched/callback/vouched?code=x&state=made-up';
		const answer = await finishSingleSignOn(new Request(forged));
		expect(cookiesIn(answer.headers.getSetCookie())).not.toMatch(/session_token=[^;]/);
		for (const other of ['sign-in/email', 'get-session', 'sign-up/email'])
			await expect(
				finishSingleSignOn(new Request(`http://localhost:4310/account/vouched/${other}`))
			).rejects.toMatchObject({ status: 404 });
	});
});
