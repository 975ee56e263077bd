/** What is asked of a library, and what it answers: whoever has another library to ask writes one of these. */
import type { CslItem } from '../../../core/evidence/citation';

export type RouteKind = 'online' | 'free' | 'print' | 'request' | 'resolver';

/** One way to a work. */
export interface Route {
	kind: RouteKind;
	/** In words: where, from when to when, at which shelf. */
	says: string;
	/** Its address, where it has one. */
	at?: string;
}

/** What of a work a library's catalogue goes by. */
export interface WorkHeld {
	source?: string;
	year?: number;
	doi?: string;
}

/** A library. Routes come in the order in which they are best tried; none at all where it does not know the work. */
export interface Holdings {
	name: string;
	/** Where requests go, for one that takes them by mail. */
	requests?: string;
	routesTo: (item: CslItem, signal: AbortSignal) => Promise<Route[]>;
	/**
	 * By which ways a work can be had, for a library whose whole catalogue is at hand: a million works are asked about in a
	 * row. One that answers over the network leaves this out, and results are not broken down by it.
	 */
	kindsOf?: (work: WorkHeld) => RouteKind[];
}
