import { forPage } from '$lib/server/http';
import { historyOf } from '$lib/server/inquiry-changes';

export const load = ({ locals, params }) => forPage(() => historyOf(locals.person, params.id));
