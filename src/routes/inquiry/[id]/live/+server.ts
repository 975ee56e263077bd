import * as v from 'valibot';
import { answer, bodyOf, whoAsks } from '$lib/server/http';
import { liveStream, sayWhere } from '$lib/server/inquiry';

const body = v.strictObject({
	window: v.pipe(v.string(), v.uuid()),
	/** A cell or a screen; null where the window goes. */
	at: v.nullable(v.pipe(v.string(), v.maxLength(200)))
});

/** What happens in an inquiry, as it happens. */
export const GET = (event) =>
	answer(() => liveStream(event.locals.person, event.params.id, () => whoAsks(event)));

/** Where somebody is. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		await sayWhere(locals.person, params.id, await bodyOf(request, body));
		return {};
	});
