import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/lesson');
export const POST = serve('POST /inquiry/[id]/lesson');
