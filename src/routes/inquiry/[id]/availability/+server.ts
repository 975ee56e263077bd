import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/availability');
export const POST = serve('POST /inquiry/[id]/availability');
