import { callerOf, forPage } from '$lib/server/http';
import { allow, hasPassword, listTokens, openSessions } from '$lib/server/people';

export const load = (event) =>
	forPage(async () => {
		const person = allow(event.locals.person, 'work');
		if (person.alone) return { sessions: [], tokens: [], hasPassword: false };
		const [sessions, tokens, password] = await Promise.all([
			openSessions(callerOf(event)),
			listTokens(person),
			hasPassword(person.id)
		]);
		return { sessions, tokens, hasPassword: password };
	});
