import { serve } from '$lib/server/http';

export const PUT = serve('PUT /indexes/[code]/editions/[label]');
export const DELETE = serve('DELETE /indexes/[code]/editions/[label]');
