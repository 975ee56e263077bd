import { answer } from '$lib/server/http';
import { strategyFile } from '$lib/server/search';

export const GET = ({ locals, params }) => answer(() => strategyFile(locals.person, params.id, params.file));
