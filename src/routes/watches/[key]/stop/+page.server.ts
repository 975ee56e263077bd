import { forPage } from '$lib/server/http';
import { stopByKey, watchBehind } from '$lib/server/keeping';

export const load = ({ params }) => forPage(() => watchBehind(params.key));

/** Only a person stops it, not a program that looks where an address leads. */
export const actions = { default: ({ params }) => forPage(() => stopByKey(params.key)) };
