/** Who calls, before it is known who they are. */

/** Where a request comes from, and what it carries. */
export interface Caller {
	headers: Headers;
	/** Of the network. */
	address: string;
}

/** What is answered, and the cookies to be set with it. */
export interface Signed<T> {
	value: T;
	cookies: string[];
}
