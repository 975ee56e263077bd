import { answer } from '$lib/server/http';
import { finishSingleSignOn } from '$lib/server/people';

/** What whoever vouches for a person sends back. */
export const GET = ({ request }) => answer(() => finishSingleSignOn(request));
