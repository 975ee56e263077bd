import { describe, expect, it } from 'vitest';
import { actionOf, isPage, methodsOf } from './door';
import { ENDPOINTS, endpointFor, type RouteName } from './endpoints';
import { openApi } from './openapi';
import { serve } from './serve';

/** What describes the API is not described by it. */
const ABOUT_THE_API = ['openapi', 'inquiry.schema', 'lesson.schema'].map(
	(name) => `GET /api/v1/${name}.json`
);

describe('what the server can be asked', () => {
	it('is described once for each method and address', () => {
		const routes = ENDPOINTS.map(({ route }) => route);
		expect(new Set(routes).size).toBe(routes.length);
	});

	it('of the public API has words and the shape of its answer, and stands in its description', () => {
		const { paths } = openApi('1', ENDPOINTS);
		for (const { route, summary, answer, files = {} } of ENDPOINTS) {
			const [method, address] = route.split(' ');
			if (!address.startsWith('/api/v1/') || ABOUT_THE_API.includes(route)) continue;
			expect(summary !== undefined && answer ? 1 : Object.keys(files).length, route).toBeGreaterThan(0);
			const path = address.slice('/api/v1'.length).replace(/\[(\w+)\]/g, '{$1}').replace('{concept}', '{conceptId}'); // prettier-ignore
			for (const ending of answer ? [''] : Object.keys(files))
				expect(paths[path.replace('{format}', ending)], route).toHaveProperty(method.toLowerCase());
		}
	});

	it('answers past a proxy too, where nobody says from which address they ask, but for what needs one', async () => {
		const event = (route: string) => ({
			locals: {},
			params: {},
			url: new URL('http://oak.example/'),
			request: new Request('http://oak.example/', {
				method: route.split(' ')[0],
				...(route.startsWith('POST') && {
					body: '{"email":"a@oak.example"}',
					headers: { 'content-type': 'application/json' }
				})
			}),
			getClientAddress: () => {
				throw new Error('no address');
			}
		});
		const status = async (route: RouteName) => (await serve(route)(event(route) as never)).status;
		expect(await status('GET /live')).toBe(200);
		expect(await status('POST /account/forgotten')).toBe(500);
	});

	it('names every parameter of an address, and says of each what it is', () => {
		const { paths } = openApi('1', ENDPOINTS);
		for (const [path, methods] of Object.entries(paths))
			for (const operation of Object.values(methods)) {
				const { parameters = [] } = operation as { parameters?: { name: string; in: string; description?: string }[] }; // prettier-ignore
				const inPath = parameters.filter((parameter) => parameter.in === 'path');
				expect(inPath.map(({ name }) => `{${name}}`)).toEqual(path.match(/\{\w+\}/g) ?? []);
				for (const { description } of parameters) expect(description, path).toMatch(/\w/);
			}
	});

	it('is asked at the door by its description, a page by what it needs; nobody gets what is not described', () => {
		expect(actionOf('POST', '/inquiry/[id]/commands')).toBe('change-inquiry');
		expect(actionOf('HEAD', '/inquiry/[id]/facts')).toBe('read');
		expect(endpointFor('HEAD', '/inquiry/[id]/commands')).toBeUndefined();
		expect([actionOf('GET', '/people'), actionOf('GET', '/sign-in')]).toEqual(['govern', 'open']);
		expect(isPage('/inquiry/[id]/question') && actionOf('GET', '/inquiry/[id]/question')).toBe('read');
		expect(actionOf('POST', '/inquiry/[id]/question')).toBeUndefined();
		expect(actionOf('POST', '/watches/[key]/stop')).toBe('open');
		expect(actionOf('GET', '/nowhere')).toBeUndefined();
		expect(methodsOf('/inquiry/[id]/outbox/[message]').sort()).toEqual(['DELETE', 'GET']);
		expect(methodsOf('/inquiry/[id]/apart/[apart]').sort()).toEqual(['DELETE', 'GET']);
	});
});
