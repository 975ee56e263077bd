import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type App, sendJson, startApp } from './app.test-aid';

let app: App;
beforeAll(async () => void (app = await startApp()));
afterAll(() => app.close());

describe('what records teach, asked by a script', () => {
	const post = async (path: string, body: unknown) => {
		const response = await sendJson(`${app.address}/api/v1${path}`, 'POST', body);
		return { status: response.status, body: (await response.json()) as Record<string, never> };
	};
	type Values = {
		value: string;
		id?: string;
		count: number;
		all: number;
		over?: boolean;
		ofStrategy?: true;
	}[];

	it('agrees with the search: every value of a composition finds as many records as it says', async () => {
		const by = ['heading', 'year', 'language', 'type', 'oak.ageBand'];
		const { body } = await post('/indexes/yarrow/composition', { cql: 'sleep', by, top: 4 });
		const { count, of, dimensions } = body as unknown as {
			count: number;
			of: number;
			dimensions: Record<string, { values: Values; notLabelled: number }>;
		};
		expect((await post('/indexes/yarrow/search', { cql: 'sleep', limit: 0 })).body.count).toBe(count);
		const CQL: Record<string, (value: string) => string> = {
			heading: (value) => `dc.subject = "${value}"`,
			year: (value) => `dc.date = ${value}`,
			language: (value) => `dc.language = "${value}"`,
			type: (value) => `dc.type = "${value}"`,
			'oak.ageBand': (value) => `oak.ageBand = "${value}"`
		};
		for (const name of by) {
			expect(dimensions[name].values.length, name).toBeLessThanOrEqual(4);
			for (const { value, count: own, all } of dimensions[name].values) {
				expect(
					(await post('/indexes/yarrow/search', { cql: `sleep and ${CQL[name](value)}`, limit: 0 })).body
						.count,
					value
				).toBe(own);
				expect(
					(await post('/indexes/yarrow/search', { cql: CQL[name](value), limit: 0 })).body.count,
					value
				).toBe(all);
				expect(all).toBeLessThanOrEqual(of);
			}
		}
	});

	it('takes limits as the search does, and says what is wrong in the one shape', async () => {
		const limits = [{ field: 'dc.date', from: 2015 }];
		const { body } = await post('/indexes/yarrow/composition', { cql: 'sleep', limits, by: ['year'] });
		const { values } = (body.dimensions as unknown as Record<string, { values: Values }>).year;
		expect(values.every(({ value }) => Number(value) >= 2015)).toBe(true);
		for (const [path, sent, status, code] of [
			['/indexes/yarrow/composition', { cql: 'sleep', by: ['colour'] }, 422, 'unknown-dimension'],
			['/indexes/yarrow/composition', { cql: 'sleep', by: [] }, 400, 'invalid'],
			['/indexes/yarrow/composition', { cql: 'sleep and', by: ['year'] }, 422, 'cql'],
			[
				'/indexes/yarrow/composition',
				{ cql: 'sleep', by: ['year'], limits: [{ field: 'oak.shoe', values: ['9'] }] },
				422,
				'unknown-limit'
			],
			['/indexes/yarrow/phrases', { cql: '' }, 422, 'cql'],
			['/indexes/yarrow/phrases', { cql: 'sleep', top: 0 }, 400, 'invalid'],
			['/indexes/none/phrases', { cql: 'sleep' }, 404, 'no-index']
		] as const) {
			const answer = await post(path, sent);
			expect([answer.status, (answer.body.error as { code: string }).code], JSON.stringify(sent)).toEqual([
				status,
				code
			]);
		}
	});

	it('marks a pearl twice as once, and takes it back once', async () => {
		const made = await post('/inquiries', { title: 'Pearls', indexes: ['yarrow'] });
		const { id } = made.body as unknown as { id: string };
		const [{ id: record }] = (await post('/indexes/yarrow/search', { cql: 'sleep', limit: 1 })).body
			.records as unknown as { id: string }[];
		const at = `${app.address}/api/v1/inquiries/${id}/pearls`;
		type State = { indexes: { index: string; pearls: number; recall: number | null }[] };
		const yarrow = async (method: string, path = '') => {
			const { indexes } = (await (await fetch(at + path, { method })).json()) as State;
			return indexes.find(({ index }) => index === 'yarrow');
		};
		for (const _ of [1, 2]) expect(await yarrow('PUT', `/yarrow/${record}`)).toMatchObject({ pearls: 1 });
		expect((await yarrow('GET'))?.pearls).toBe(1);
		expect(await yarrow('DELETE', `/yarrow/${record}`)).toMatchObject({ pearls: 0, recall: null });
		expect((await fetch(`${at}/yarrow/${record}`, { method: 'DELETE' })).status).toBe(404);
		expect((await fetch(`${at}/yarrow/nowhere`, { method: 'PUT' })).status).toBe(404);
	});
});
