import { answer } from '$lib/server/http';
import { exportInquiry } from '$lib/server/inquiry';

export const GET = ({ locals, params }) => answer(() => exportInquiry(locals.person, params.id));
