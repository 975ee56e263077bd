import { answer } from '$lib/server/http';
import { stepBackOrForth } from '$lib/server/inquiries';

export const POST = ({ locals, params }) => answer(() => stepBackOrForth(locals.person, params.id, 'redo'));
