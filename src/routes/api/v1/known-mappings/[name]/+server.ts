import { serve } from '$lib/server/http';

export const PUT = serve('PUT /api/v1/known-mappings/[name]');
export const DELETE = serve('DELETE /api/v1/known-mappings/[name]');
