import { serve } from '$lib/server/http';

export const PUT = serve('PUT /api/v1/indexes/[code]/vocabulary');
