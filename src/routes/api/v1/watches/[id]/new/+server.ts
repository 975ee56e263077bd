import { answer } from '$lib/server/http';
import { findsOf } from '$lib/server/keeping';

/** Looking at it here does not count as looking: a script that is run again gets it again. */
export const GET = ({ locals, params }) =>
	answer(async () => ({
		records: (await findsOf(locals.person, params.id, { unlooked: true })).map(
			({ index, id, title, year, foundAt }) => ({ index, id, title, year, foundAt })
		)
	}));
