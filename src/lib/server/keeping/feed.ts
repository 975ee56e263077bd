/** The stand-in feed: records that the made-up indexes bring later, delivered some at a time. */
import { inStatements } from '../db';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { storeRecords } from '../records';
import { currentIndex } from '../vocabulary';
import { feedSizes, takeFromFeed } from './feed-rows';
import { runWatches } from './watch-run';

/** Delivered at a time. */
const DELIVERY = 5;

/** How many records each stand-in index will still bring, by its code. */
export async function feedOf(person: Person | undefined): Promise<Record<string, number>> {
	allow(person, 'read');
	return feedSizes();
}

/** Delivers the next records of an index, as if it had brought them by itself, and lets the watches look. */
export async function deliver(person: Person | undefined, code: string, most = DELIVERY) {
	allow(person, 'change-indexes');
	await currentIndex(code);
	const delivered = await deliverTo(code, most);
	if (delivered === 0)
		throw new ServiceError(409, 'feed-empty', 'The stand-in feed of this index has nothing more to deliver.');
	return { delivered, found: await runWatches() };
}

async function deliverTo(code: string, most: number): Promise<number> {
	return inStatements(async (tx) => {
		const drafts = await takeFromFeed(tx, code, most);
		if (drafts.length > 0) await storeRecords(tx, code, drafts);
		return drafts.length;
	});
}

/** A delivery to each index that has something to come. */
export async function deliverToAll(): Promise<void> {
	for (const code of Object.keys(await feedSizes())) await deliverTo(code, DELIVERY);
}
