/** How people call the ways to a work. */
import type { RouteKind } from '../holdings';

/** A way that a library knows of; a resolver only asks it. */
type Way = Exclude<RouteKind, 'resolver'>;

/** Best first. */
export const WAYS: Readonly<Record<Way, string>> = {
	online: 'online for subscribers',
	free: 'free online',
	print: 'in print',
	request: 'on request'
};

/** The ways that are told of a work: on request only where there is no other. */
export const waysTold = (kinds: readonly RouteKind[]): Way[] =>
	kinds.filter((kind): kind is Way => kind !== 'resolver' && (kind !== 'request' || kinds.length === 1));
