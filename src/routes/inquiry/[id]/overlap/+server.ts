import { serve } from '$lib/server/http';

export const POST = serve('POST /inquiry/[id]/overlap');
