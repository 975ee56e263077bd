import { callerOf, forPage } from '$lib/server/http';
import { invitedBy } from '$lib/server/people';

export const load = (event) =>
	forPage(async () => {
		const key = event.url.searchParams.get('key') ?? '';
		return { key, ...(await invitedBy(callerOf(event), key)) };
	});
