import { serve } from '$lib/server/http';

export const GET = serve('GET /indexes/[code]/editions/difference.csv');
