import * as v from 'valibot';
import { previewCrosswalkImport } from '$lib/server/crosswalk';
import { answer, bodyOf } from '$lib/server/http';

const body = v.object({ kind: v.string(), text: v.string() });

export const POST = ({ locals, params, request }) =>
	answer(async () => previewCrosswalkImport(locals.person, params.id, await bodyOf(request, body)));
