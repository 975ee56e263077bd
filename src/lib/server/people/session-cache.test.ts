import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { connect } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import * as listening from '../db';
import { clearSessionCache, personLately, closeSessionCache, whenPeopleChange } from './session-cache';
import * as signingIn from './signing-in';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterEach(async () => {
	await clearSessionCache();
	await closeSessionCache();
	vi.restoreAllMocks();
});
afterAll(() => dropDatabase(url));

const browser = (name = 'one') => new Headers({ cookie: `oakmoss.session_token=${name}` });

/** A clock that is set on by hand, and somebody whose role is what the test says. */
function observed() {
	const of = { role: 'member' as 'member' | undefined, later: 0 };
	const now = performance.now.bind(performance);
	vi.spyOn(performance, 'now').mockImplementation(() => now() + of.later);
	const asked = vi
		.spyOn(signingIn, 'personSignedIn')
		.mockImplementation(() => Promise.resolve(of.role && { id: 'ines', name: 'Ines', role: of.role }));
	return { of, asked };
}

describe('who was signed in a moment ago', () => {
	it('is looked up again after two seconds where the database cannot be listened to, and at once where something of people changed here', async () => {
		const refused = vi.spyOn(listening, 'listen').mockRejectedValue(new Error('away'));
		const { of, asked } = observed();
		expect(await personLately(browser())).toMatchObject({ id: 'ines' });
		expect(await personLately(browser())).toMatchObject({ id: 'ines' });
		expect(asked).toHaveBeenCalledTimes(1);
		// Another browser is another one.
		await personLately(browser('two'));
		expect(asked).toHaveBeenCalledTimes(2);
		of.role = undefined;
		of.later = 1_800;
		expect(await personLately(browser())).toBeDefined();
		of.later = 2_100;
		expect(await personLately(browser())).toBeUndefined();
		of.role = 'member';
		await clearSessionCache();
		expect(await personLately(browser())).toBeDefined();
		// What failed is asked again.
		await clearSessionCache();
		asked.mockRejectedValueOnce(new Error('away'));
		await expect(personLately(browser())).rejects.toThrow('away');
		expect(await personLately(browser())).toBeDefined();
		// It is tried again to listen.
		expect(refused.mock.calls.length).toBeGreaterThan(1);
	});

	it('is remembered for longer while it is listened to, until any server tells of a change', async () => {
		const { of, asked } = observed();
		await personLately(browser());
		// From when it listens on, nothing from before counts.
		await vi.waitFor(async () => {
			of.later += 2_100;
			const before = asked.mock.calls.length;
			await personLately(browser());
			expect(asked).toHaveBeenCalledTimes(before);
		});
		of.role = undefined;
		of.later += 20_000;
		expect(await personLately(browser())).toBeDefined();
		const elsewhere = connect(url, 1);
		await elsewhere.sql`update people set role = 'member'`;
		await vi.waitFor(async () => expect(await personLately(browser())).toBeUndefined());
		of.role = 'member';
		of.later += 31_000;
		expect(await personLately(browser())).toBeDefined();
		await elsewhere.end();
	});

	it('tells that people may be others once it listens: what was changed before was not heard', async () => {
		vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
		const heard = vi.fn();
		const quiet = whenPeopleChange(heard);
		expect(heard).not.toHaveBeenCalled();
		await vi.waitFor(() => expect(heard).toHaveBeenCalledTimes(1));
		quiet();
		vi.unstubAllEnvs();
	});
});
