import { placeOfComment } from '$core/crosswalk';
import { crosswalkAt, recordsAt, strategyAt } from './addresses';
import type { InquiryStore } from './inquiry-store.svelte';

/** Where something that is commented on stands: what that is in words, and its address; nothing where it is gone. */
export function placeOfAbout(store: InquiryStore, about: string): { says: string; at: string } | undefined {
	const place = placeOfComment(about);
	if (!place) return undefined;
	const { kind, first, second } = place;
	const pick = kind === 'pick' ? store.inquiry.picks[first] : undefined;
	const [conceptId, code] = pick ? [pick.conceptId, pick.indexCode] : [first, second];
	const concept = store.inquiry.concepts[conceptId]?.name;
	switch (kind) {
		case 'cell':
		case 'pick': {
			if (concept === undefined) return undefined;
			const what = pick ? pick.headings.map(({ label }) => label).join(' with ') : concept;
			return {
				says: `${what} in ${store.indexName(code)}`,
				at: crosswalkAt({ id: store.id, concept: conceptId }, `${conceptId}:${code}`)
			};
		}
		case 'line':
			return {
				says: `the strategy of ${store.indexName(first)}`,
				at: strategyAt({ id: store.id, index: first })
			};
		case 'record':
			return {
				says: `a record of ${store.indexName(first)}`,
				at: recordsAt({ id: store.id, index: first }, first, { record: second })
			};
	}
}
