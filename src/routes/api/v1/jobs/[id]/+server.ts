import { serve } from '$lib/server/http';

export const GET = serve('GET /api/v1/jobs/[id]');
export const DELETE = serve('DELETE /api/v1/jobs/[id]');
