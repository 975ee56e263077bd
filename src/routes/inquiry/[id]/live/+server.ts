import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/live');
export const HEAD = serve('HEAD /inquiry/[id]/live');
export const POST = serve('POST /inquiry/[id]/live');
