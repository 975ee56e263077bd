import { serve } from '$lib/server/http';

export const PUT = serve('PUT /api/v1/inquiries/[id]/cells/[concept]/[code]');
