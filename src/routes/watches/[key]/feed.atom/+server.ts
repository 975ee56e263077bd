import { answer } from '$lib/server/http';
import { atomFeed } from '$lib/server/keeping';

export const GET = ({ params }) =>
	answer(
		async () =>
			new Response(await atomFeed(params.key), {
				headers: { 'content-type': 'application/atom+xml; charset=utf-8', 'cache-control': 'no-cache' }
			})
	);
