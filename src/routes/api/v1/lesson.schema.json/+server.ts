import { serve } from '$lib/server/http';

export const GET = serve('GET /api/v1/lesson.schema.json');
