import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { forgetLately, personLately } from './lately-signed-in';
import * as signingIn from './signing-in';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

describe('who was signed in a moment ago', () => {
	it('is not looked up again for two seconds, then is, and at once when anything of people has changed', async () => {
		vi.useFakeTimers();
		let role: 'member' | undefined = 'member';
		const asked = vi
			.spyOn(signingIn, 'personSignedIn')
			.mockImplementation(() => Promise.resolve(role && { id: 'ines', name: 'Ines', role }));
		const browser = new Headers({ cookie: 'oakmoss.session_token=one' });
		expect(await personLately(browser)).toMatchObject({ id: 'ines' });
		expect(await personLately(browser)).toMatchObject({ id: 'ines' });
		expect(asked).toHaveBeenCalledTimes(1);
		// Another browser is another one.
		await personLately(new Headers({ cookie: 'oakmoss.session_token=two' }));
		expect(asked).toHaveBeenCalledTimes(2);
		role = undefined;
		vi.advanceTimersByTime(1_900);
		expect(await personLately(browser)).toBeDefined();
		vi.advanceTimersByTime(200);
		expect(await personLately(browser)).toBeUndefined();
		role = 'member';
		forgetLately();
		expect(await personLately(browser)).toBeDefined();
		// A clock that is set back makes no moment longer.
		role = undefined;
		vi.setSystemTime(Date.now() - 86_400_000);
		vi.advanceTimersByTime(2_100);
		expect(await personLately(browser)).toBeUndefined();
		role = 'member';
		// What failed is asked again.
		forgetLately();
		asked.mockRejectedValueOnce(new Error('away'));
		await expect(personLately(browser)).rejects.toThrow('away');
		expect(await personLately(browser)).toBeDefined();
		vi.useRealTimers();
	});
});
