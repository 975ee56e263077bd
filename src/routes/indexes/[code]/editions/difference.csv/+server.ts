import { answer, queryOf } from '$lib/server/http';
import { differenceCsv, differenceQuery } from '$lib/server/keeping';

export const GET = ({ locals, params: { code }, url }) =>
	answer(async () => {
		const { from = '', to = '' } = queryOf(url, differenceQuery);
		return new Response(await differenceCsv(locals.person, code, from, to), {
			headers: {
				'content-type': 'text/csv; charset=utf-8',
				'content-disposition': `attachment; filename="${code}-difference.csv"`
			}
		});
	});
