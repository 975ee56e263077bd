import { serve } from '$lib/server/http';

export const POST = serve('POST /lessons/[id]/given-out');
