import { answer, callerOf } from '$lib/server/http';
import { ownArchive } from '$lib/server/inquiry';

export const GET = (event) => answer(() => ownArchive(event.locals.person, callerOf(event)));
