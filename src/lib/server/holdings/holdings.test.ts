import { afterEach, describe, expect, it, vi } from 'vitest';
import type { CslItem } from '../../../core/evidence/citation';
import { normalDoi, yearOf } from '../../../core/evidence/citation';
import { availabilityOf, catalogue, requestsTo } from './holdings';

const item = (i: number): CslItem => ({
	id: `x${i}`,
	type: 'article-journal',
	title: `Work ${i}`,
	'container-title': `Journal ${i % 40}`,
	issued: { 'date-parts': [[1990 + (i % 37)]] },
	DOI: `10.5555/w.${i}`
});
afterEach(() => vi.unstubAllEnvs());

describe('where a work can be had', () => {
	it('is the same whenever it is asked, the best way first, and on request in any case', async () => {
		const kinds = new Map<string, number>();
		const ORDER = ['online', 'free', 'print', 'request'];
		for (let i = 0; i < 200; i++) {
			const { routes } = await availabilityOf(item(i), 'Yarrow');
			expect(await availabilityOf(item(i), 'Yarrow')).toMatchObject({ routes });
			const places = routes.map(({ kind }) => ORDER.indexOf(kind));
			expect(places).toEqual([...places].sort());
			expect(routes.at(-1)?.kind).toBe('request');
			for (const { kind, at } of routes) {
				kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
				if (at) expect(new URL(at).host).toMatch(/\.example$/);
			}
		}
		for (const kind of ORDER) expect(kinds.get(kind), kind).toBeGreaterThan(10);
	});

	it('is told of a whole catalogue as it is told of each work, and of no catalogue that is not at hand', async () => {
		for (let i = 0; i < 200; i++) {
			const { routes } = await availabilityOf(item(i), 'Yarrow');
			const work = {
				source: item(i)['container-title'],
				year: yearOf(item(i)),
				doi: normalDoi(item(i).DOI)
			};
			expect(catalogue()?.kindsOf(work)).toEqual(routes.map(({ kind }) => kind));
		}
		expect(catalogue()?.kindsOf({})).toEqual(['request']);
		vi.stubEnv('OAKMOSS_RESOLVER', 'https://find.library.example/x');
		expect(catalogue()).toBeUndefined();
	});

	it('is said of a work of which hardly anything is known', async () => {
		const { routes } = await availabilityOf({ id: 'x', type: 'book' }, 'Yarrow');
		expect(routes.map(({ kind }) => kind)).toEqual(['request']);
	});

	it('is not waited for without end, and a library that fails is said to', async () => {
		let stopped = false;
		const never = {
			name: 'Far Library',
			routesTo: (_: CslItem, signal: AbortSignal) =>
				new Promise<never>(() => signal.addEventListener('abort', () => (stopped = true)))
		};
		const late = await availabilityOf(item(1), 'Yarrow', never, 50);
		expect(late).toMatchObject({
			routes: [],
			fault: expect.stringContaining('did not answer within 0.05 seconds')
		});
		expect(stopped).toBe(true);
		const broken = { name: 'Far Library', routesTo: () => Promise.reject(new Error('closed today')) };
		expect((await availabilityOf(item(1), 'Yarrow', broken)).fault).toContain('closed today');
	});

	it('is asked of a resolver by OpenURL where one is set', async () => {
		vi.stubEnv('OAKMOSS_RESOLVER', 'https://find.library.example/x');
		const { library, routes } = await availabilityOf(item(3), 'Yarrow');
		expect(library).toBe('find.library.example');
		// It has a way of its own to be asked, so nothing is asked of the stand-in.
		expect(routes.map(({ kind }) => kind)).toEqual(['resolver']);
		expect(requestsTo()).toBeUndefined();
		const url = new URL(routes[0].at ?? '');
		expect([url.origin, url.searchParams.get('rft.atitle')]).toEqual([
			'https://find.library.example',
			'Work 3'
		]);
		vi.stubEnv('OAKMOSS_RESOLVER', 'no address');
		expect((await availabilityOf(item(3), 'Yarrow')).library).toContain('made up');
		expect(requestsTo()).toContain('@');
	});
});
