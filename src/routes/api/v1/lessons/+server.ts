import { serve } from '$lib/server/http';

export const GET = serve('GET /api/v1/lessons');
export const POST = serve('POST /api/v1/lessons');
