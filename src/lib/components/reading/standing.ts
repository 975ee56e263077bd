/** How a heading of a result stands in the crosswalk: picked, set aside, rejected, or not considered yet. */
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';

export interface Standing {
	kind: 'picked' | 'rejected' | 'aside' | 'searched' | 'new';
	says: string;
}

/** @param ofStrategy what is read was found by it: by name, or as a narrower heading of what was searched */
export function standingOf(
	store: InquiryStore,
	indexCode: string,
	{ key, ofStrategy }: { key: string; ofStrategy?: true }
): Standing {
	const picks = Object.values(store.inquiry.picks).filter(
		(pick) => pick.indexCode === indexCode && pick.headings.some(({ uri }) => uri === key)
	);
	const nameOf = (conceptId: string) => store.inquiry.concepts[conceptId]?.name ?? '';
	const kept = picks.filter(({ role }) => role !== 'rejected');
	if (kept.length > 0)
		return {
			kind: 'picked',
			says: `picked for ${kept.map(({ conceptId }) => nameOf(conceptId)).join(', ')}`
		};
	if (picks.length > 0)
		return {
			kind: 'rejected',
			says: `rejected for ${picks.map(({ conceptId }) => nameOf(conceptId)).join(', ')}`
		};
	if (ofStrategy) return { kind: 'searched', says: 'searched here' };
	const isAside = Object.values(store.inquiry.sightings).some(
		(sighting) => sighting.uri === key && sighting.indexCode === indexCode && sighting.state === 'open'
	);
	return isAside ? { kind: 'aside', says: 'set aside' } : { kind: 'new', says: '' };
}
