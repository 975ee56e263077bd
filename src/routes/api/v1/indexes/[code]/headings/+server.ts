import { apiHeading } from '$lib/server/http';
import { ServiceError } from '$lib/server/errors';
import { answer } from '$lib/server/http';
import { headingSheet } from '$lib/server/browse';

export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const uri = url.searchParams.get('uri');
		if (!uri) throw new ServiceError(400, 'uri-needed', 'Name the heading with ?uri=….');
		return apiHeading(await headingSheet(locals.person, params.code, uri));
	});
