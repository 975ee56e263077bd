import { redirect } from '@sveltejs/kit';
import { isOpenToAll } from '$lib/server/people';

export const load = () => {
	if (!isOpenToAll()) redirect(303, '/sign-in');
};
