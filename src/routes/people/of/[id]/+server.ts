import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /people/of/[id]');
export const PUT = serve('PUT /people/of/[id]');
