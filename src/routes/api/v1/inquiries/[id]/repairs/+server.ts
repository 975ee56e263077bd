import { answer, apiRepair } from '$lib/server/http';
import { repairsFor } from '$lib/server/keeping';

export const GET = ({ locals, params }) =>
	answer(async () => (await repairsFor(locals.person, params.id)).map(apiRepair));
