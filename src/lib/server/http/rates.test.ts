import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Person } from '../people';
import { oneMoreRequest } from './rates';

const ines: Person = { id: 'ines', name: 'Ines', role: 'member' };
const visitor: Person = { id: 'visitor', name: 'A reader', role: 'visitor' };
const sent = (bytes = 0) =>
	new Request('http://localhost/', { headers: { 'content-length': String(bytes) } });
const from = (address: string, bytes = 0) => ({ request: sent(bytes), getClientAddress: () => address });
const past = {
	request: sent(),
	getClientAddress: () => {
		throw new Error('The header with the address is missing.');
	}
};
const times = async (count: number, ...asked: Parameters<typeof oneMoreRequest>) => {
	for (let i = 0; i < count; i++) await oneMoreRequest(...asked);
};
const tooMany = { status: 429, code: 'too-many-requests' };

beforeEach(() => {
	vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
	vi.stubEnv('OAKMOSS_MOST_A_MINUTE', '3');
});
afterEach(() => vi.unstubAllEnvs());

it('answers so many requests a minute of each person, wherever they are, and of each address else', async () => {
	await times(2, ines, from('192.0.2.1'));
	await times(1, ines, from('192.0.2.2'));
	await expect(oneMoreRequest(ines, from('192.0.2.3'))).rejects.toMatchObject(tooMany);
	await times(2, undefined, from('192.0.2.1'));
	await times(1, visitor, from('192.0.2.1'));
	await expect(oneMoreRequest(undefined, from('192.0.2.1'))).rejects.toMatchObject(tooMany);
	await oneMoreRequest(undefined, from('192.0.2.2'));
});

it('counts what a request brings, before it is read', async () => {
	const cy = { ...ines, id: 'cy' };
	// Three requests, and a body of two pieces is one that counts as three.
	await expect(oneMoreRequest(cy, from('192.0.2.4', 10 * 2 ** 20))).rejects.toMatchObject(tooMany);
	const di = { ...ines, id: 'di' };
	await oneMoreRequest(di, from('192.0.2.4', 2 * 2 ** 16));
	await expect(oneMoreRequest(di, from('192.0.2.4'))).rejects.toMatchObject(tooMany);
});

it('answers those who say no address too, so that what looks whether a server runs is told', async () => {
	await times(3, undefined, past);
	await expect(oneMoreRequest(undefined, past)).rejects.toMatchObject(tooMany);
});

it('does not count whoever works alone', async () => {
	vi.stubEnv('OAKMOSS_ACCOUNTS', '');
	await times(5, ines, from('192.0.2.9'));
});
