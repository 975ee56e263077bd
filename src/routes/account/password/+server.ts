import { serve } from '$lib/server/http';

export const PUT = serve('PUT /account/password');
