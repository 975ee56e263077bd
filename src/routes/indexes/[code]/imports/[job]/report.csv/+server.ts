import { serve } from '$lib/server/http';

export const GET = serve('GET /indexes/[code]/imports/[job]/report.csv');
