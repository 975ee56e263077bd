/** The thread in which texts are read that people bring and wait for: each kind by its own wing. */
import * as v from 'valibot';
import { misfit, ServiceError } from './errors';
import type { Reading, ReadingFault } from './jobs';
import { readCitations } from './records';
import { readCrosswalk } from './crosswalk';
import { readDocument } from './inquiry';
// What other wings have in an inquiry's document.
import './wings';

const READERS: Record<string, (request: never) => unknown> = {
	citations: readCitations,
	crosswalk: readCrosswalk,
	inquiry: readDocument
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
		return { fault: faultOf(error) };
	}
}

function faultOf(error: unknown): ReadingFault {
	const known = v.isValiError(error) ? misfit(error) : error;
	if (known instanceof ServiceError) {
		const { status, code, message, details } = known;
		return { status, code, message, details };
	}
	return { status: 422, code: 'unreadable', message: error instanceof Error ? error.message : String(error) };
}
