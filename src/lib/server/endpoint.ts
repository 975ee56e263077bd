/**
 * What the server can be asked. An endpoint is described once, in its wing; what follows from that: the check at the door,
 * the description of the API, the table that access is tested over, and the type of its answer in a browser.
 */
import type * as v from 'valibot';
import { ServiceError } from './errors';
import type { Action, Caller, Person } from './person';

export type Method = 'GET' | 'HEAD' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
/** Method and address, parameters in brackets, as the folders of routes are called. */
export type Route = `${Method} /${string}`;

type Schema = v.GenericSchema<unknown, unknown>;
type Output<S> = S extends Schema ? v.InferOutput<S> : undefined;
type ParamsIn<R extends string> = R extends `${string}[${infer Name}]${infer Rest}`
	? (Name extends `...${infer Plain}` ? Plain : Name) | ParamsIn<Rest>
	: never;

/** One request, as far as it has been understood. */
export interface Asked<R extends Route = Route, Query = undefined, Body = undefined> {
	/** Nobody where it is open to everybody and nobody is signed in. */
	person: Person | undefined;
	params: Record<ParamsIn<R>, string>;
	query: Output<Query>;
	body: Output<Body>;
	url: URL;
	request: Request;
	caller: Caller;
	/** Finds out again who asks: whoever listens for long may have been signed out. */
	whoNow: () => Promise<Person | undefined>;
}

/** A file of the public API by its ending: its media type, and what it is. */
export type Files = Record<string, { type: string; summary: string }>;

export interface Endpoint<
	R extends Route = Route,
	Query extends Schema | undefined = Schema | undefined,
	Body extends Schema | undefined = Schema | undefined,
	Answer = unknown
> {
	route: R;
	/** What whoever asks must be allowed to do: of an inquiry in the address, in that. */
	action: Action | 'open';
	/** The parameters after the question mark. */
	query?: Query;
	body?: Body;
	/** Whether it can be asked without a body. */
	isBodyOptional?: true;
	/** Status of what went well; 200 where it is left out. */
	status?: 201 | 202;
	/** Of the public API: what it is for, and the shape of its answer; of files, those by which `[format]` is replaced. */
	summary?: string;
	/** Of the public API: what each parameter after the question mark is. */
	about?: Record<string, string>;
	answer?: Schema | (() => Schema);
	files?: Files;
	/** Of the public API: the body as it is described, where it is checked in parts. */
	takesEither?: () => Schema;
	/** Of the public API: media types of files that are taken instead of JSON. */
	takes?: readonly string[];
	/** Answers with JSON, or with a response of its own. */
	run: (asked: Asked<R, Query, Body>) => Answer;
}

/** @param types media types by the ending of a file, parameters of theirs left out */
export const filesAs = (types: Record<string, string>, says: (ending: string) => string): Files =>
	Object.fromEntries(
		Object.entries(types).map(([ending, type]) => [
			ending,
			{ type: type.split(';')[0], summary: says(ending) }
		])
	);

/** Describes an endpoint. */
export const endpoint = <
	const R extends Route,
	Query extends Schema | undefined = undefined,
	Body extends Schema | undefined = undefined,
	Answer = unknown
>(
	route: R,
	description: Omit<Endpoint<R, Query, Body, Answer>, 'route'>
): Endpoint<R, Query, Body, Answer> => ({ route, ...description });

/**
 * A number in an address, such as that of a run.
 * @throws ServiceError 404 where it is none
 */
export function numberOf(text: string, what: string): number {
	if (/^[1-9]\d{0,8}$/.test(text)) return Number(text);
	throw new ServiceError(404, 'no-such-number', `“${text}” is not the number of ${what}.`);
}
