import * as v from 'valibot';
import { answer, bodyOf, queryOf, authenticate } from '$lib/server/http';
import { liveStream, sayWhere, streamHead } from '$lib/server/inquiry';

const window = v.pipe(v.string(), v.uuid());
const query = v.object({ window: v.optional(window) });
const body = v.strictObject({
	window,
	/** A cell or a screen; null where the window goes. */
	at: v.nullable(v.pipe(v.string(), v.maxLength(200)))
});

/** What happens in an inquiry, as it happens. */
export const GET = (event) =>
	answer(() => {
		const { window } = queryOf(event.url, query);
		return liveStream(event.locals.person, event.params.id, () => authenticate(event), window);
	});

/** Answers whoever asks only what it would be. */
export const HEAD = ({ locals, params }) => answer(() => streamHead(locals.person, params.id));

/** Where somebody is. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		await sayWhere(locals.person, params.id, await bodyOf(request, body));
		return {};
	});
