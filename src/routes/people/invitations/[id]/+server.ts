import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /people/invitations/[id]');
