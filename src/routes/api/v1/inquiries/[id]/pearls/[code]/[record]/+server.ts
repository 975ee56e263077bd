import { serve } from '$lib/server/http';

export const PUT = serve('PUT /api/v1/inquiries/[id]/pearls/[code]/[record]');
export const DELETE = serve('DELETE /api/v1/inquiries/[id]/pearls/[code]/[record]');
