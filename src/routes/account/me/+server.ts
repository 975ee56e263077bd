import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /account/me');
