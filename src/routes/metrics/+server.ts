import { answer } from '$lib/server/http';
import { figures } from '$lib/server/metrics';

/** Figures of this server, in the text format of Prometheus. */
export const GET = ({ request }) => answer(() => figures(request.headers.get('authorization')));
