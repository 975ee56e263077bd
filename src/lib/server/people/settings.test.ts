import { afterEach, describe, expect, it, vi } from 'vitest';
import { accountsFault } from './settings';

afterEach(() => vi.unstubAllEnvs());

describe('what is said of accounts', () => {
	it.each([
		['', undefined, false, undefined],
		['off', undefined, false, undefined],
		['off', 'http://127.0.0.1:4310', false, undefined],
		['', 'http://[::1]:4310', false, undefined],
		['on', 'https://oak.example', true, undefined],
		['on', undefined, false, undefined],
		['true', undefined, false, /OAKMOSS_ACCOUNTS is “true”/],
		['1', undefined, true, /OAKMOSS_ACCOUNTS is “1”/],
		['On', undefined, false, /OAKMOSS_ACCOUNTS is “On”/],
		['', undefined, true, /has accounts/],
		['off', 'https://oak.example', false, /ORIGIN is https/],
		['', 'http://localhost.oak.example', false, /ORIGIN is http/],
		['', 'no address', false, /ORIGIN is no address/]
	] as const)('%s, with the address %s and accounts there %s: %s', (said, origin, there, fault) => {
		vi.stubEnv('OAKMOSS_ACCOUNTS', said);
		vi.stubEnv('ORIGIN', origin);
		const found = accountsFault(there);
		if (fault) expect(found).toMatch(fault);
		else expect(found).toBeUndefined();
	});
});
