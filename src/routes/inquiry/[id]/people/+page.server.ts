import { forPage } from '$lib/server/http';
import { participantsOf } from '$lib/server/inquiry';

export const load = ({ locals, params }) => forPage(() => participantsOf(locals.person, params.id));
