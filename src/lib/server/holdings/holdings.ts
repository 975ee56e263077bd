/**
 * Where a work can be had. A library is asked through `Holdings`; the one that ships is a stand-in with holdings that are
 * made up. With `OAKMOSS_RESOLVER` set to the base address of a link resolver, that is asked instead, by OpenURL.
 */
import type { CslItem } from '../../../core/evidence/citation';
import { openUrlOf } from '../../../core/formats/open-url';
import type { Holdings, Route } from './library';
import { standIn } from './stand-in';

export interface Availability {
	library: string;
	routes: Route[];
	/** Why nothing can be said, where the library did not answer. */
	fault?: string;
}

/** What a library may take to answer, in milliseconds: whoever reads on does not wait for it. */
const MOST_WAIT = 3_000;

/** Where requests go; nowhere where a resolver is asked, which has its own way to take them. */
export const requestsTo = (): string | undefined => chosen('').requests;

/** @param source name of the index that the record is from */
export async function availabilityOf(
	item: CslItem,
	source: string,
	holdings: Holdings = chosen(source),
	most = MOST_WAIT
): Promise<Availability> {
	const library = holdings.name;
	const stop = new AbortController();
	const late = new Promise<never>((_, reject) => {
		setTimeout(() => {
			stop.abort();
			reject(new Error(`did not answer within ${most / 1_000} seconds`));
		}, most).unref();
	});
	try {
		return { library, routes: await Promise.race([holdings.routesTo(item, stop.signal), late]) };
	} catch (error) {
		const reason = error instanceof Error ? error.message : String(error);
		return {
			library,
			routes: [],
			fault: `${library} could not say where it is: ${reason}. Try again in a moment.`
		};
	}
}

/** Of the library that is asked: by which ways a work can be had; nothing where each has to be asked for. */
export function catalogue(): Required<Pick<Holdings, 'name' | 'kindsOf'>> | undefined {
	const { name, kindsOf } = chosen('');
	return kindsOf && { name, kindsOf };
}

function chosen(source: string): Holdings {
	const base = process.env.OAKMOSS_RESOLVER;
	if (!base || !URL.canParse(base)) return standIn;
	return {
		name: new URL(base).host,
		routesTo: (item) =>
			Promise.resolve([
				{ kind: 'resolver', says: `Look for it at ${new URL(base).host}`, at: openUrlOf(item, base, source) }
			])
	};
}
