import { serve } from '$lib/server/http';

export const POST = serve('POST /inquiry/[id]/watches');
export const PUT = serve('PUT /inquiry/[id]/watches');
