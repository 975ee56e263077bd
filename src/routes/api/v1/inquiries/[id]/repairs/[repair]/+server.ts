import { answer, bodyOf } from '$lib/server/http';
import { leaveRepair, repairBody, takeRepair } from '$lib/server/keeping';

/** Takes it; with `{ "leave": "why" }` leaves what it is for as it is. */
export const POST = ({ locals, params: { id, repair }, request }) =>
	answer(async () => {
		const { leave } = request.body === null ? {} : await bodyOf(request, repairBody);
		const { revision, summary } =
			leave === undefined
				? await takeRepair(locals.person, id, repair)
				: await leaveRepair(locals.person, id, repair, leave);
		return { revision, summary };
	});
