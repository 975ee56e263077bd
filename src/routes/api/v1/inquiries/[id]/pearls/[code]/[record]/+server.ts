import { answer, apiPearls } from '$lib/server/http';
import { setPearl } from '$lib/server/reading';

const set =
	(isPearl: boolean) =>
	({ locals, params }: { locals: App.Locals; params: { id: string; code: string; record: string } }) =>
		answer(async () =>
			apiPearls(await setPearl(locals.person, params.id, params.code, params.record, isPearl))
		);

export const PUT = set(true);
export const DELETE = set(false);
