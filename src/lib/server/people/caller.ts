/** Who calls, before it is known who they are. */
export type { Caller } from '../person';

/** What is answered, and the cookies to be set with it. */
export interface Signed<T> {
	value: T;
	cookies: string[];
}

/** An answer with the cookies that go with it. */
export function signed<T>({ value, cookies }: Signed<T>): Response {
	const response = Response.json(value);
	for (const cookie of cookies) response.headers.append('set-cookie', cookie);
	return response;
}
