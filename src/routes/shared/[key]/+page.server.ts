import { redirect } from '@sveltejs/kit';
import { forPage, ownPath, rememberLink } from '$lib/server/http';
import { inquiryBehind } from '$lib/server/inquiry';

/** The screen that a link leads to: one of its inquiry, or the first of them. */
function screenOf(inquiry: string, url: URL): string {
	const first = `/inquiry/${encodeURIComponent(inquiry)}`;
	const wanted = ownPath(url.searchParams.get('to') ?? '', url);
	return wanted && (wanted === first || /^[/?]/.test(wanted.slice(first.length))) && wanted.startsWith(first)
		? wanted
		: first;
}

/** Opens an inquiry for whoever has its link, and remembers that. */
export const load = async ({ params, cookies, url }) => {
	const inquiry = await forPage(() => inquiryBehind(params.key));
	rememberLink(cookies, url, params.key);
	redirect(303, screenOf(inquiry, url));
};
