import { answer, bodyOf } from '$lib/server/http';
import { reportDraft, reportView, setDraft } from '$lib/server/report';

/** Sets what the report is to hold; answers with the report. */
export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		await setDraft(locals.person, params.id, await bodyOf(request, reportDraft));
		return reportView(locals.person, params.id);
	});
