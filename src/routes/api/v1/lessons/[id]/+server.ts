import { serve } from '$lib/server/http';

export const GET = serve('GET /api/v1/lessons/[id]');
export const PUT = serve('PUT /api/v1/lessons/[id]');
export const DELETE = serve('DELETE /api/v1/lessons/[id]');
