/** What comes in with a request: bounded, well-formed, and of the shape that was asked for. */
import * as v from 'valibot';
import { textFault } from '../../../core/text';
import { ServiceError } from '../errors';

/** The largest body taken, in bytes; files that are loaded have a bound of their own. */
export const MOST_BODY = 10 * 2 ** 20;
/** The most that JSON may be nested; an inquiry with its history needs a dozen levels. */
const DEEPEST = 60;

/** The body of a request as JSON that fits the schema. */
export async function bodyOf<S extends v.GenericSchema>(
	request: Request,
	schema: S
): Promise<v.InferOutput<S>> {
	const [type] = (request.headers.get('content-type') ?? '').split(';');
	if (!/^application\/([a-z.-]+\+)?json$/i.test(type.trim()))
		throw new ServiceError(
			415,
			'not-json',
			`The body is taken as application/json; this one came as “${type.trim()}”.`
		);
	const body = parsed(await textOf(request));
	const fault = bodyFault(body);
	if (fault) throw new ServiceError(400, 'invalid', `The request does not fit, ${fault}.`);
	return v.parse(schema, body);
}

/** Reads no further than the bound, whatever the sender says of the length. */
async function textOf(request: Request): Promise<string> {
	const tooLarge = () =>
		new ServiceError(
			413,
			'too-large',
			`The body is larger than ${MOST_BODY / 2 ** 20} MiB, the most that is taken; nothing was changed.`
		);
	if (Number(request.headers.get('content-length') ?? 0) > MOST_BODY) throw tooLarge();
	const parts: Uint8Array[] = [];
	let size = 0;
	// Leaving the loop cancels the stream, so the rest is not taken in.
	for await (const part of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
		size += part.length;
		if (size > MOST_BODY) throw tooLarge();
		parts.push(part);
	}
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(parts));
	} catch {
		throw new ServiceError(400, 'not-text', 'The body of the request is not UTF-8 text.');
	}
}

function parsed(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		throw new ServiceError(400, 'not-json', 'The body of the request is not JSON.');
	}
}

/** What no schema looks for, and its place; undefined where there is nothing. Walks without recursion. */
function bodyFault(body: unknown): string | undefined {
	const waiting: { value: unknown; path: string; depth: number }[] = [{ value: body, path: '', depth: 0 }];
	for (let at = waiting.pop(); at; at = waiting.pop()) {
		const { value, path, depth } = at;
		const place = `at “${path || 'the body'}”`;
		if (typeof value === 'string') {
			const fault = textFault(value);
			if (fault) return `${place}: the text holds ${fault}`;
		} else if (value !== null && typeof value === 'object') {
			if (depth >= DEEPEST) return `${place}: it is nested more than ${DEEPEST} levels deep`;
			for (const [name, part] of Object.entries(value)) {
				if (name === '__proto__') return `${place}: nothing can be named “__proto__”`;
				const fault = textFault(name);
				if (fault) return `${place}: a name holds ${fault}`;
				waiting.push({ value: part, path: path ? `${path}.${name}` : name, depth: depth + 1 });
			}
		}
	}
	return undefined;
}

/** The query string as values that fit the schema. */
export function queryOf<S extends v.GenericSchema>(url: URL, schema: S): v.InferOutput<S> {
	return v.parse(schema, Object.fromEntries(url.searchParams));
}

/** A number in an address, such as that of a run. */
export function numberOf(text: string, what: string): number {
	if (/^[1-9]\d{0,8}$/.test(text)) return Number(text);
	throw new ServiceError(404, 'no-such-number', `“${text}” is not the number of ${what}.`);
}
