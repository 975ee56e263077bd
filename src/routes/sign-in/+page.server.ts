import { redirect } from '@sveltejs/kit';
import { isOpenToAll, voucher, withAccounts } from '$lib/server/people';

export const load = ({ locals, url }) => {
	const to = url.searchParams.get('to') ?? '/';
	// No other site, whatever stands in the address.
	const within = /^\/(?![/\\])/.test(to) ? to : '/';
	if (!withAccounts() || (locals.person && locals.person.role !== 'visitor')) redirect(303, within);
	return { to: within, open: isOpenToAll(), voucher: voucher()?.name };
};
