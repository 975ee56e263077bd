/** What must hold of windows on one inquiry, over lines that fail, held against the real service. */
import { afterAll, afterEach, beforeAll, describe, it, vi } from 'vitest';
import type { Reply, Transport } from '../../client/sync';
import {
	allComeToAgree,
	nobodyMeetsThemselves,
	nothingIsLost,
	type Stage
} from '../../client/windows.test-aid';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { ServiceError } from '../errors';
import { LOCAL_PERSON } from '../people/access';
import { createInquiry } from './inquiries';
import { changeInquiry, changesSince, readInquiry } from './inquiry-changes';
import { undoOrRedo } from './undo';
import '../wings';

let url: string;
let made = 0;
let hasEnded = false;
const underWay = new Set<Promise<unknown>>();
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(async () => {
	// Windows that are closed do not wait for what they asked last, or may only be about to ask.
	hasEnded = true;
	await Promise.allSettled(underWay);
	await dropDatabase(url);
});
afterEach(() => vi.unstubAllGlobals());

/** How many of a window's milliseconds pass in one of ours. */
const HASTE = 100;
const wait = (milliseconds: number) =>
	new Promise<void>((resolve) => setTimeout(resolve, milliseconds / HASTE));

/** As it comes over the network: what has no form as JSON is gone. */
const sentOver = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;

async function replyOf<T>(ask: () => Promise<unknown>): Promise<Reply<T>> {
	if (hasEnded) return 'away';
	const work = ask();
	underWay.add(work);
	try {
		return { done: sentOver((await work) as T) };
	} catch (error) {
		if (!(error instanceof ServiceError)) throw error;
		const { code, message, details } = error;
		return { refused: sentOver({ code, message, details }) };
	}
}

function serviceFor(id: string): Transport {
	return {
		send: ({ command, ...sender }) => replyOf(() => changeInquiry(LOCAL_PERSON, id, command, sender)),
		step: (kind, client) => replyOf(() => undoOrRedo(LOCAL_PERSON, id, kind, client)),
		changesSince: (revision) => replyOf(() => changesSince(LOCAL_PERSON, id, revision))
	};
}

async function begin(): Promise<Stage> {
	const id = await createInquiry(LOCAL_PERSON, { id: `w${++made}`, title: 'Quiet', question: '' });
	return {
		transport: serviceFor(id),
		load: async () => sentOver(await readInquiry(LOCAL_PERSON, id)),
		pass: wait,
		wait,
		pace: { catchUp: 4_000 / HASTE, retry: 2_000 / HASTE }
	};
}

describe('windows on one inquiry of the real service', () => {
	it('forget nothing that was done in any of them, and do nothing twice', () => nothingIsLost(begin, 10));
	it('never meet themselves', () => nobodyMeetsThemselves(begin, 12));
	it('come to agree, whatever is lost on the way', () => allComeToAgree(begin, 10));
});
