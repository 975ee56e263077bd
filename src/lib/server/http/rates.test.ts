import { afterEach, expect, it, vi } from 'vitest';
import { oneMoreRequest } from './rates';

afterEach(() => vi.unstubAllEnvs());

it('answers so many requests a minute for each who asks, and says when it goes on', async () => {
	vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
	vi.stubEnv('OAKMOSS_MOST_A_MINUTE', '3');
	for (let i = 0; i < 3; i++) await oneMoreRequest('ines');
	await expect(oneMoreRequest('ines')).rejects.toMatchObject({ status: 429, code: 'too-many-requests' });
	await oneMoreRequest('tomas');
});

it('does not count whoever works alone', async () => {
	vi.stubEnv('OAKMOSS_ACCOUNTS', '');
	vi.stubEnv('OAKMOSS_MOST_A_MINUTE', '1');
	for (let i = 0; i < 3; i++) await oneMoreRequest('local');
});
