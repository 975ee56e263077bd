/** Marking records as pearls, from wherever they are read. */
import type { Command } from '$core/crosswalk';
import { freshId, type InquiryStore } from '../inquiry/inquiry-store.svelte';

export function pearlFor(store: InquiryStore, indexCode: string, record: string) {
	return Object.values(store.inquiry.pearls).find(
		(pearl) => pearl.indexCode === indexCode && pearl.record === record
	);
}

export const pearlCommand = (indexCode: string, record: string, title: string): Command => ({
	kind: 'pearl.add',
	id: freshId(),
	indexCode,
	record,
	title
});

/** Marks what is no pearl, and takes back what is one. */
export function togglePearl(store: InquiryStore, indexCode: string, record: string, title: string): void {
	const known = pearlFor(store, indexCode, record);
	store.send(known ? { kind: 'pearl.remove', id: known.id } : pearlCommand(indexCode, record, title));
}
