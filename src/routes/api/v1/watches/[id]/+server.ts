import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /api/v1/watches/[id]');
