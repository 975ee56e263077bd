import { invalidateAll } from '$app/navigation';
import { ask, inWords } from '$lib/client/ask';
import type { PoolItem } from '$lib/server/reading';
import { messages } from '../messages/messages.svelte';

/** What tells an item of a pooled list from others: its first record. */
export const nameOfItem = ({ records: [first] }: PoolItem) => `${first.indexCode}:${first.id}`;

/** Why records are taken for one work, in words. */
export const JOINED_BY = {
	doi: 'the same DOI',
	title: 'the same title and first author, years no more than one apart',
	hand: 'joined by hand'
} as const;

type PoolRecord = PoolItem['records'][number];

/**
 * Tells the server what a person says of records.
 * @param before what was said until now: nothing where it was worked out
 */
async function say(
	inquiryId: string,
	text: string,
	records: readonly PoolRecord[],
	others: readonly PoolRecord[],
	{ same, before }: { same: boolean | null; before: boolean | null }
) {
	const names = (some: readonly PoolRecord[]) =>
		some.map(({ indexCode, id }) => ({ code: indexCode, key: id }));
	const body = { records: names(records), others: names(others), same };
	const { fault } = await ask(`/inquiry/${inquiryId}/pooled/works`, { body });
	if (fault) return messages.warn(inWords(fault, 'Nothing was changed.'));
	await invalidateAll();
	messages.say(text, {
		label: 'Undo',
		run: () => void say(inquiryId, 'As it was', records, others, { same: before, before: same })
	});
}

/** Takes one record out of an item, for good. */
export async function splitOff(inquiryId: string, { records, joins }: PoolItem, record: number) {
	const one = records[record];
	const byHand = joins.some(({ codes, by }) => by === 'hand' && codes.includes(one.indexCode));
	await say(
		inquiryId,
		`Split: ${one.id} is a work of its own`,
		[one],
		records.filter((_, i) => i !== record),
		{ same: false, before: byHand ? true : null }
	);
}

/** Joins two items, for good. */
export async function joinWorks(inquiryId: string, { records }: PoolItem, other: PoolItem) {
	const [{ id }] = records;
	await say(inquiryId, `Joined: ${id} is of the same work`, records, other.records, {
		same: true,
		before: null
	});
}
