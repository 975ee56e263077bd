import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { reportFile, reportQuery } from '$lib/server/report';

export const GET = ({ locals, params, url }) =>
	answer(async () =>
		reportFile(
			locals.person,
			params.id,
			params.format,
			v.parse(reportQuery, Object.fromEntries(url.searchParams))
		)
	);
