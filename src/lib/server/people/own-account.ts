/** What is kept of a person’s account, for themselves: no password, no key of a session, no token. */
import type { Person } from './access';
import type { Caller } from './caller';
import { groupsOf, logRowsOf, personRow } from './people-rows';
import { openSessions } from './signing-in';
import { listTokens } from './tokens';

export async function ownAccount(person: Person, caller: Caller) {
	const [row, groups, log] = await Promise.all([
		personRow(person.id),
		groupsOf(person.id),
		logRowsOf(person.id)
	]);
	const isSigned = person.alone !== true;
	const [sessions, tokens] = isSigned
		? await Promise.all([openSessions(caller), listTokens(person)])
		: [[], []];
	return {
		id: person.id,
		name: row?.name ?? person.name,
		email: row?.email ?? null,
		role: person.role,
		since: row?.createdAt ?? null,
		groups,
		sessions: sessions.map(({ program, since, seen }) => ({ program, since, seen })),
		tokens,
		log
	};
}
