import { serve } from '$lib/server/http';

export const GET = serve('GET /api/v1/inquiries/[id]/limits');
export const PUT = serve('PUT /api/v1/inquiries/[id]/limits');
