import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/recent/entries');
export const POST = serve('POST /inquiry/[id]/recent/entries');
export const DELETE = serve('DELETE /inquiry/[id]/recent/entries');
