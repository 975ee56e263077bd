import { serve } from '$lib/server/http';

export const GET = serve('GET /inquiry/[id]/outbox/[message]');
export const DELETE = serve('DELETE /inquiry/[id]/outbox/[message]');
