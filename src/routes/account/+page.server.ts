import { callerOf, forPage } from '$lib/server/http';
import { allow, listTokens, openSessions } from '$lib/server/people';

export const load = (event) =>
	forPage(async () => {
		const person = allow(event.locals.person, 'work');
		if (person.alone) return { sessions: [], tokens: [] };
		const [sessions, tokens] = await Promise.all([openSessions(callerOf(event)), listTokens(person)]);
		return { sessions, tokens };
	});
