import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/strategy/[code]');
export const POST = serve('POST /inquiry/[id]/strategy/[code]');
