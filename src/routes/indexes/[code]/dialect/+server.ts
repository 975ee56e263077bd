import { patternFaults } from '$core/search';
import { ServiceError } from '$lib/server/errors';
import { answer, bodyOf } from '$lib/server/http';
import { describeSearching, dialectBody } from '$lib/server/vocabulary';

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		const dialect = await bodyOf(request, dialectBody);
		const [fault] = patternFaults(dialect);
		if (fault) throw new ServiceError(422, 'pattern', `${fault.pattern}: ${fault.message}`, fault);
		await describeSearching(locals.person, params.code, { dialect });
		return {};
	});
