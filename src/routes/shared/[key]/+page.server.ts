import { redirect } from '@sveltejs/kit';
import { forPage, rememberLink } from '$lib/server/http';
import { inquiryBehind } from '$lib/server/inquiry';

/** Opens an inquiry for whoever has its link, and remembers that. */
export const load = async ({ params, cookies, url }) => {
	const inquiry = await forPage(() => inquiryBehind(params.key));
	rememberLink(cookies, url, params.key);
	redirect(303, `/inquiry/${encodeURIComponent(inquiry)}`);
};
