import { answer, bodyOf } from '$lib/server/http';
import { strategyView, tryCommands } from '$lib/server/search';
import { trialBody } from '$lib/server/inquiry';

export const GET = ({ locals, params }) => answer(() => strategyView(locals.person, params.id, params.code));

/** The strategy as it would be with some commands, and what they would gain and lose. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { commands } = await bodyOf(request, trialBody);
		return tryCommands(locals.person, params.id, params.code, commands);
	});
