import { error, redirect } from '@sveltejs/kit';
import { rememberLink } from '$lib/server/http';
import { inquiryBehind } from '$lib/server/inquiry';
import { withAccounts } from '$lib/server/people';

/** Opens an inquiry for whoever has its link, and remembers that. */
export const GET = async ({ params, cookies, url }) => {
	const inquiry = withAccounts() ? await inquiryBehind(params.key) : undefined;
	if (!inquiry)
		error(404, { code: 'no-link', message: 'This link leads nowhere: it was taken back, or never was.' });
	rememberLink(cookies, url, params.key);
	redirect(303, `/inquiry/${encodeURIComponent(inquiry)}`);
};
