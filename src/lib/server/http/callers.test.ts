import type { Cookies } from '@sveltejs/kit';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { connection } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { createInquiry, setInquiryState } from '../inquiry/inquiries';
import { makeLink, takeBackLink } from '../inquiry';
import { LOCAL_PERSON } from '../people/access';
import { authenticate } from './callers';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: [] });
});
afterAll(() => dropDatabase(url));
beforeEach(() => {
	vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
	vi.stubEnv('OAKMOSS_SECRET', 'for the tests alone, and long enough');
	return () => vi.unstubAllEnvs();
});

const asking = (links: string) =>
	authenticate({
		request: new Request('http://localhost/indexes/yarrow/sheet'),
		url: new URL('http://localhost/indexes/yarrow/sheet'),
		cookies: { get: (name: string) => (name === 'oakmoss_links' ? links : undefined) } as unknown as Cookies,
		getClientAddress: () => '192.0.2.1'
	});

describe('a visitor', () => {
	it('is one by a key that leads to an inquiry, as long as it does, and by nothing else', async () => {
		for (const links of ['', 'x', '.', 'made-up.another', "'; drop table people; --"])
			expect(await asking(links)).toBeUndefined();
		const { key } = await makeLink(LOCAL_PERSON, 'q');
		expect(await asking(`made-up.${key}`)).toMatchObject({ role: 'visitor', links: [key] });
		await setInquiryState(LOCAL_PERSON, 'q', { removed: true });
		expect(await asking(key)).toBeUndefined();
		await setInquiryState(LOCAL_PERSON, 'q', { removed: false });
		expect(await asking(key)).toMatchObject({ role: 'visitor' });
		await takeBackLink(LOCAL_PERSON, 'q', key);
		expect(await asking(key)).toBeUndefined();
		expect(await connection().sql`select key from inquiry_links`).toHaveLength(0);
	});
});
