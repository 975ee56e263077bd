/** What comes in with a request: bounded, well-formed, and of the shape that was asked for. */
import { setImmediate as immediate } from 'node:timers/promises';
import PQueue from 'p-queue';
import * as v from 'valibot';
import { textFault } from '../../../core/text';
import { ServiceError } from '../errors';

/** The largest body taken, in bytes; files that are loaded have a bound of their own. */
export const MOST_BODY = 10 * 2 ** 20;
/** The same for what anybody may send who is not signed in. */
const MOST_OPEN_BODY = 16 * 2 ** 10;
/** Values in one body, more than any inquiry with its history has. */
const MOST_VALUES = 500_000;
/** Bytes from which on a body is large. */
const LARGE = 256 * 2 ** 10;
/** In a body with more values only the first fault is looked for. */
const MANY_VALUES = 5_000;
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
	const { bytes, values } = await read(request);
	const take = () => valueOf(bytes, schema, { abortEarly: values > MANY_VALUES });
	return bytes.length > LARGE ? largeBodies.add(take) : take();
}

/** Large bodies are taken apart one at a time, so that the steps of several never come in a row. */
const largeBodies = new PQueue({ concurrency: 1 });

async function valueOf<S extends v.GenericSchema>(
	bytes: Uint8Array,
	schema: S,
	how: { abortEarly: boolean }
): Promise<v.InferOutput<S>> {
	// Others are answered between two steps of a large one.
	const breathe = () => (bytes.length > LARGE ? immediate() : undefined);
	await breathe();
	const body = parsed(textOf(bytes));
	await breathe();
	const fault = faultIn(body);
	if (fault) throw new ServiceError(400, 'invalid', `The request does not fit, ${fault}.`);
	await breathe();
	return v.parse(schema, body, how);
}

/**
 * Refuses a body that nobody needs to send who is not signed in, before it is read.
 * @throws ServiceError 413 for a large one, 411 for one that does not say how large it is
 */
export function boundOpenBody({ headers, body }: Request): void {
	if (!body) return;
	const said = headers.get('content-length');
	if (said === null)
		throw new ServiceError(411, 'length-needed', 'The request does not say how large its body is.');
	if (Number(said) > MOST_OPEN_BODY)
		throw new ServiceError(
			413,
			'too-large',
			`The body is larger than ${MOST_OPEN_BODY / 2 ** 10} KiB, the most that is taken here; nothing was changed.`
		);
}

/**
 * Reads no further than the bounds, whatever the sender says of the length: nor than so many values, which are counted as
 * they come in, before any is made: five million take a tenth of a second and a gigabyte.
 */
async function read(request: Request): Promise<{ bytes: Uint8Array; values: number }> {
	const tooLarge = (most: string) =>
		new ServiceError(
			413,
			'too-large',
			`The body is larger than ${most}, the most that is taken; nothing was changed.`
		);
	const mostBytes = `${MOST_BODY / 2 ** 20} MiB`;
	if (Number(request.headers.get('content-length') ?? 0) > MOST_BODY) throw tooLarge(mostBytes);
	const parts: Uint8Array[] = [];
	const counter = new ValueCounter();
	let size = 0;
	// Leaving the loop cancels the stream, so the rest is not taken in.
	for await (const part of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
		size += part.length;
		if (size > MOST_BODY) throw tooLarge(mostBytes);
		if (counter.count(part) > MOST_VALUES) throw tooLarge(`${MOST_VALUES.toLocaleString('en')} values`);
		parts.push(part);
	}
	return { bytes: parts.length === 1 ? parts[0] : Buffer.concat(parts), values: counter.values };
}

const [QUOTE, BACKSLASH, COMMA, LIST, OBJECT] = [...'"\\,[{'].map((sign) => sign.charCodeAt(0));

/** At most how many values JSON holds: they are told apart by commas and brackets outside of texts. */
class ValueCounter {
	values = 1;
	private isText = false;
	private isEscaped = false;

	count(bytes: Uint8Array): number {
		for (const byte of bytes) {
			if (this.isEscaped) this.isEscaped = false;
			else if (this.isText) {
				if (byte === BACKSLASH) this.isEscaped = true;
				else if (byte === QUOTE) this.isText = false;
			} else if (byte === QUOTE) this.isText = true;
			else if (byte === COMMA || byte === LIST || byte === OBJECT) this.values++;
		}
		return this.values;
	}
}

function textOf(bytes: Uint8Array): string {
	try {
		return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
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

/** Where the walk through a body is: in the parts of one value. */
interface Step {
	/** Its own name in the value that holds it. */
	name: string;
	value: object;
	/** Names of its parts; undefined for a list, whose parts are counted. */
	names: string[] | undefined;
	next: number;
}

/**
 * Looks for what no schema looks for. Walks without recursion, and holds no more than the way to where it is.
 * @returns what is wrong, with its place
 */
function faultIn(body: unknown): string | undefined {
	const way: Step[] = [];
	const placeOf = (...last: string[]) =>
		`at “${[...way.map(({ name }) => name), ...last].filter((name) => name !== '').join('.') || 'the body'}”`;
	const enter = (name: string, value: unknown): string | undefined => {
		if (typeof value === 'string') {
			const fault = textFault(value);
			return fault && `${placeOf(name)}: the text holds ${fault}`;
		}
		if (value === null || typeof value !== 'object') return undefined;
		if (way.length >= DEEPEST) return `${placeOf(name)}: it is nested more than ${DEEPEST} levels deep`;
		way.push({ name, value, names: Array.isArray(value) ? undefined : Object.keys(value), next: 0 });
		return undefined;
	};
	let fault = enter('', body);
	while (fault === undefined && way.length > 0) {
		const at = way[way.length - 1];
		const { value, names } = at;
		if (at.next >= (names ?? (value as unknown[])).length) {
			way.pop();
			continue;
		}
		const i = at.next++;
		const name = names ? names[i] : String(i);
		const nameFault = names && textFault(name);
		if (names && name === '__proto__') fault = `${placeOf()}: nothing can be named “__proto__”`;
		else if (nameFault) fault = `${placeOf()}: a name holds ${nameFault}`;
		else fault = enter(name, (value as Record<string, unknown>)[name]);
	}
	return fault;
}

/** The query string as values that fit the schema. */
export function queryOf<S extends v.GenericSchema>(url: URL, schema: S): v.InferOutput<S> {
	return v.parse(schema, Object.fromEntries(url.searchParams));
}
