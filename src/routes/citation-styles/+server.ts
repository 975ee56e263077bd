import { answer } from '$lib/server/http';
import { stylesLike } from '$lib/server/records';

const MOST = 40;

/** Published citation styles whose names have these words. */
export const GET = ({ url }) =>
	answer(async () => stylesLike((url.searchParams.get('q') ?? '').slice(0, 200), MOST));
