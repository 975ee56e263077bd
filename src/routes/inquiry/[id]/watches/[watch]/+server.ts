import { serve } from '$lib/server/http';

export const PATCH = serve('PATCH /inquiry/[id]/watches/[watch]');
export const POST = serve('POST /inquiry/[id]/watches/[watch]');
export const DELETE = serve('DELETE /inquiry/[id]/watches/[watch]');
