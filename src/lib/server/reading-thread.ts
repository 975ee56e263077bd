/** The thread in which texts are read that people bring and wait for: each kind by its own wing. */
import type { Reading } from './jobs';
import { readCitations } from './records';
import { readCrosswalk } from './crosswalk';

const READERS: Record<string, (request: never) => unknown> = {
	citations: readCitations,
	crosswalk: readCrosswalk
};

export default async function read({
	kind,
	request
}: {
	kind: string;
	request: unknown;
}): Promise<Reading<unknown>> {
	try {
		return { value: await READERS[kind](request as never) };
	} catch (error) {
		return { fault: error instanceof Error ? error.message : String(error) };
	}
}
