/**
 * Says with each question about an inquiry which change is the last that this window knows. The server may then answer with
 * what it worked out for somebody else a moment ago, unless that is older. For as long as something else that this window
 * sent is under way, and a moment longer, nothing is said, so that the answer is of how things are.
 */

/** Milliseconds; longer than the server shares a view for. */
const AFTER_SENDING = 1_500;
/** What is sent there makes a change that the window then knows, or none at all. */
const SAID_BY_CHANGE = /\/(commands|undo|redo|live)$/;

/**
 * A way to ask that says so.
 * @param known the name of an inquiry and the last change of it that is known; undefined where there is none before anybody
 */
export function sayingWhatIsKnown(
	own: typeof fetch,
	known: () => { id: string; revision: number } | undefined
): typeof fetch {
	let underWay = 0;
	let sentAt = -Infinity;
	return async (input, init = {}) => {
		const { pathname } = new URL(input instanceof Request ? input.url : input, location.href);
		const method = init.method ?? (input instanceof Request ? input.method : 'GET');
		if (method !== 'GET') {
			if (SAID_BY_CHANGE.test(pathname)) return own(input, init);
			underWay++;
			try {
				return await own(input, init);
			} finally {
				underWay--;
				sentAt = performance.now();
			}
		}
		const now = known();
		const isOfIt = now !== undefined && pathname.startsWith(`/inquiry/${now.id}/`);
		if (!isOfIt || underWay > 0 || performance.now() - sentAt < AFTER_SENDING) return own(input, init);
		const headers = new Headers(init.headers ?? (input instanceof Request ? input.headers : undefined));
		headers.set('x-oakmoss-knows', String(now.revision));
		return own(input, { ...init, headers });
	};
}
