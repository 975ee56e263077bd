import { forPage } from '$lib/server/http';
import { administratorsLog, listGroups, listPeople, openInvitations } from '$lib/server/people';

export const load = ({ locals: { person } }) =>
	forPage(async () => {
		const [people, invitations, groups, log] = await Promise.all([
			listPeople(person),
			openInvitations(person),
			listGroups(person),
			administratorsLog(person)
		]);
		return { people, invitations, groups, log };
	});
