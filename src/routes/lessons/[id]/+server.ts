import { serve } from '$lib/server/http';

export const PATCH = serve('PATCH /lessons/[id]');
