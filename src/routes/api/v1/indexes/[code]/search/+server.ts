import { serve } from '$lib/server/http';

export const POST = serve('POST /api/v1/indexes/[code]/search');
