import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /people/groups/[id]');
