/** What was picked for the same or a similar concept in other inquiries that the person may see. */
import { likeness, type FromElsewhere } from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { Person } from '../people';
import { conceptsLike, picksForConcepts } from './memory-rows';
import { allowIn, seenAmong } from '../inquiry';

/** Concepts with less in common are other concepts. */
const LEAST_LIKE = 0.3;

/** Headings of an index, by what they were picked for elsewhere. Two statements. */
export async function remembered(
	person: Person | undefined,
	inquiryId: string,
	concept: { name: string; words: readonly string[] },
	code: string,
	index: EditionIndex
): Promise<FromElsewhere[]> {
	const asking = await allowIn(person, 'read', inquiryId);
	const elsewhere = await conceptsLike(inquiryId, [concept.name, ...concept.words]);
	const seen = await seenAmong(
		asking,
		elsewhere.map((other) => other.inquiryId)
	);
	const like = elsewhere
		.filter((other) => seen.has(other.inquiryId))
		.map((other) => ({ ...other, likeness: likeness(concept, other) }))
		.filter((other) => other.likeness >= LEAST_LIKE);
	if (like.length === 0) return [];
	const picked = await picksForConcepts(like, code);
	const found = new Map<number, { inquiries: Set<string>; concept: string; score: number }>();
	for (const { inquiryId: where, conceptId, uri } of picked) {
		const heading = index.find(uri);
		const of = like.find((other) => other.inquiryId === where && other.conceptId === conceptId);
		if (heading === undefined || !of) continue;
		const known = found.get(heading);
		if (known) {
			known.inquiries.add(of.origin);
			if (known.score >= of.likeness) continue;
		}
		const inquiries = known?.inquiries ?? new Set([of.origin]);
		found.set(heading, { inquiries, concept: of.name, score: of.likeness });
	}
	return Array.from(found, ([heading, { inquiries, concept: name, score }]) => ({
		heading,
		kind: 'memory',
		inquiries: inquiries.size,
		concept: name,
		score
	}));
}
