/** The description of the public API in OpenAPI 3.1, made from what describes each of its endpoints. */
import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import { error } from '../answer-schema';
import type { Endpoint } from '../endpoint';

const BASE = '/api/v1';

function schemaOf(schema: v.GenericSchema) {
	const { $schema: _, ...rest } = toJsonSchema(schema, { errorMode: 'ignore' });
	return rest;
}

const json = (schema: v.GenericSchema) => ({ 'application/json': { schema: schemaOf(schema) } });

/** A file as it comes; of JSON no more is said than that it is some. */
const file = (...types: readonly string[]) =>
	Object.fromEntries(
		types.map((type) => [type, { schema: /[/+]json$/.test(type) ? {} : { type: 'string' } }])
	);

const failed = { description: 'What went wrong, with a code and in words', content: json(error) };

/** What a parameter in an address is, by what stands before it there, or else by its own name. */
const IN_PATH: Record<string, string> = {
	indexes: 'Code of the subject index',
	code: 'Code of the subject index',
	inquiries: 'The inquiry',
	at: 'Number of a change; 0 is before the first',
	concept: 'The concept',
	editions: 'Label of an edition',
	to: 'Label of another',
	'known-mappings': 'The name of the mappings',
	records: 'The record',
	record: 'The record',
	headings: 'Identifier of the heading in its index',
	jobs: 'The job',
	lessons: 'The lesson',
	tokens: 'The token',
	watches: 'The watch',
	repairs: 'The repair'
};

/** The names of parameters that are called otherwise here than in the folders of routes. */
const NAMES: Record<string, string> = { concept: 'conceptId' };

function pathParameters(path: string) {
	const parts = path.split('/');
	return [...path.matchAll(/\[(\w+)\]/g)].map(([bracket, name]) => {
		const before = parts[parts.findIndex((part) => part.startsWith(bracket)) - 1];
		return {
			name: NAMES[name] ?? name,
			in: 'path',
			required: true,
			description: IN_PATH[before] ?? IN_PATH[name],
			schema: { type: 'string' }
		};
	});
}

function queryParameters({ about = {}, query }: Endpoint) {
	const entries = (query as { entries?: Record<string, { type: string }> } | undefined)?.entries ?? {};
	return Object.entries(about).map(([name, description]) => ({
		name,
		in: 'query',
		required: entries[name] !== undefined && entries[name].type !== 'optional',
		description,
		schema: { type: 'string' }
	}));
}

function operation(endpoint: Endpoint, path: string, summary: string, answer: object) {
	const parameters = [...pathParameters(path), ...queryParameters(endpoint)];
	const { takesEither, takes, status = 200 } = endpoint;
	const body = takesEither?.() ?? endpoint.body;
	const content = takes ? file(...takes) : body && json(body);
	return {
		summary,
		...(endpoint.action === 'open' && { security: [] }),
		...(parameters.length > 0 && { parameters }),
		...(content && { requestBody: { required: !endpoint.isBodyOptional, content } }),
		responses: { [status]: { description: summary, content: answer }, default: failed }
	};
}

const described = (path: string) =>
	path.replace(/\[(\w+)\]/g, (_, name: string) => `{${NAMES[name] ?? name}}`);

/** The operations of one endpoint by path: several where it gives files. */
function operationsOf(endpoint: Endpoint): { path: string; method: string; operation: object }[] {
	const [method, address] = endpoint.route.split(' ');
	if (!address.startsWith(BASE)) return [];
	const path = address.slice(BASE.length);
	const one = (at: string, summary: string, answer: object) => ({
		path: described(at),
		method: method.toLowerCase(),
		operation: operation(endpoint, at, summary, answer)
	});
	const { summary, answer, files = {} } = endpoint;
	return [
		...(summary !== undefined && answer
			? [one(path, summary, json(typeof answer === 'function' ? answer() : answer))]
			: []),
		...Object.entries(files).map(([ending, { type, summary: says }]) =>
			one(path.replace('[format]', ending), says, file(type))
		)
	];
}

export function openApi(version: string, endpoints: readonly Endpoint[]) {
	const paths: Record<string, Record<string, object>> = {};
	for (const { path, method, operation: described } of endpoints.flatMap(operationsOf))
		(paths[path] ??= {})[method] = described;
	return {
		openapi: '3.1.0',
		info: {
			title: 'Oakmoss',
			version,
			description: 'Vocabularies, look-up, crosswalks, records and searches, for notebooks and scripts.'
		},
		servers: [{ url: BASE }],
		// Where accounts are on. What says `security: []` is open to everybody.
		security: [{ token: [] }],
		components: {
			securitySchemes: {
				token: {
					type: 'http',
					scheme: 'bearer',
					description:
						'A token of a person, made under their name at the upper right. 401 without one that is good, 403 for what it or its person may not do, 404 for what they may not see. Where people work alone, none is asked for.'
				}
			}
		},
		paths
	};
}
