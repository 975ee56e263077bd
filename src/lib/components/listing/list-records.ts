/** Putting works on the reading list, from wherever they are read. */
import { DECIDED, type ListEntry } from '$core/crosswalk';
import { ask, inWords } from '$lib/client/ask';
import type { Taken } from '$lib/server/reading';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { messages } from '../messages/messages.svelte';
import { counted, number } from '../parts/numbers';

/**
 * Asks the server to put works on the list, and says what came of it.
 * @param what the rest of the address: of which result, pool or file
 * @param from where they come from, in words
 */
export async function takeOnto(
	store: InquiryStore,
	what: string,
	from: string,
	more: object = {}
): Promise<Taken | undefined> {
	const { value, fault } = await ask<Taken>(`/inquiry/${store.id}/reading-list/${what}`, {
		body: { ...more, from, client: store.window }
	});
	if (fault) {
		messages.warn(inWords(fault, 'Nothing was put on the list.'));
		return undefined;
	}
	const before =
		value.already > 0
			? `; ${number(value.already)} ${value.already === 1 ? 'was' : 'were'} there already`
			: '';
	if (value.added > 0) await store.takeIn(value.summary + before);
	else if (value.already > 0)
		messages.say(
			`${counted(value.already, 'work')} ${value.already === 1 ? 'was' : 'were'} on the reading list already`
		);
	else messages.say('There was nothing to put on the reading list');
	return value;
}

/** Puts a record's work on the list, or takes it off while nothing was decided or said of it. */
export function toggleListed(store: InquiryStore, indexCode: string, record: string): void {
	const known = store.listed.get(`${indexCode}/${record}`);
	if (!known)
		void takeOnto(store, 'records', store.indexName(indexCode), { records: [{ indexCode, record }] });
	else if (isBare(known)) store.send({ kind: 'entries.remove', ids: [known.id] });
	else messages.say(`It is on the reading list: ${DECIDED[known.decision]}`);
}

/** Nothing would be lost with it. */
export const isBare = ({ decision, reason, note, tags, mends }: ListEntry) =>
	decision === 'open' && reason === '' && note === '' && tags.length === 0 && Object.keys(mends).length === 0;
