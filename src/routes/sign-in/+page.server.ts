import { redirect } from '@sveltejs/kit';
import { ownPath } from '$lib/server/http';
import { isOpenToAll, signOnProvider, withAccounts } from '$lib/server/people';

export const load = ({ locals, url }) => {
	// No other site, whatever stands in the address.
	const within = ownPath(url.searchParams.get('to') ?? '/', url) ?? '/';
	if (!withAccounts() || (locals.person && locals.person.role !== 'visitor')) redirect(303, within);
	return { to: within, open: isOpenToAll(), signOnProvider: signOnProvider()?.name };
};
