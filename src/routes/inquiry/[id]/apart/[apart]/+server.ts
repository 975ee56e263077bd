import { serve } from '$lib/server/http';

export const DELETE = serve('DELETE /inquiry/[id]/apart/[apart]');
