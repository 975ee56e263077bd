import { serve } from '$lib/server/http';

export const POST = serve('POST /inquiry/[id]/people/links');
export const DELETE = serve('DELETE /inquiry/[id]/people/links');
