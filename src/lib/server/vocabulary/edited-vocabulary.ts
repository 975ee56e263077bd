/** An own vocabulary with a change made by hand, in the shape in which a file would have been read. */
import { labelFindings, linkFindings } from '../../../core/edition/integrity';
import { mended, MendingError, type Mending } from '../../../core/vocabulary/vocabulary-edit';
import type { Finding, VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import { ImportError } from '../jobs';
import { currentIndex } from './editions';
import type { ReadVocabulary } from './import-read';
import { mappingsSaidBy } from './mapping-files';
import { readVocabularyData } from './vocabulary-rows';

/** A change made by hand to the edition in use. */
export interface MendingRequest {
	indexCode: string;
	/** The label of the edition that comes of it. */
	edition: string;
	mending: Mending;
}

/** The vocabulary in use with a change made, as if it had been read; and the edition that was changed, 0 where there is none. */
export async function mendedVocabulary({
	indexCode,
	mending
}: MendingRequest): Promise<{ read: ReadVocabulary; changes: number }> {
	const { edition } = await currentIndex(indexCode);
	const before: VocabularyData = edition
		? await readVocabularyData(edition.id)
		: { headings: [], entryTerms: [], collections: [] };
	const mappings = await mappingsSaidBy(indexCode, before);
	if (mappings.length > 0) before.mappings = mappings;
	let data: VocabularyData;
	try {
		data = mended(before, mending);
	} catch (error) {
		if (error instanceof MendingError) throw new ImportError('not-mended', error.message);
		throw error;
	}
	const { headings, entryTerms } = data;
	const count = (of: (heading: (typeof headings)[number]) => number) =>
		headings.reduce((sum, heading) => sum + of(heading), 0);
	const counts = {
		headings: headings.length,
		entryTerms: entryTerms.length,
		relations: count(({ broader, related }) => broader.length + related.length / 2),
		notes: count(({ notes }) => notes.length)
	};
	const kept = Object.values(counts).reduce((sum, one) => sum + one, 0);
	const findings: Finding[] = linkFindings(data);
	const findingCounts: Record<string, number> = {};
	const note = ({ rule }: Finding) => (findingCounts[rule] = (findingCounts[rule] ?? 0) + 1);
	findings.forEach(note);
	return {
		changes: edition?.id ?? 0,
		read: {
			reading: {
				data,
				counts: { ...counts, statements: 0, read: kept, kept, repaired: 0, refused: 0 },
				findings,
				findingCounts
			},
			inspectLabels: (labels) => {
				for (const finding of labelFindings(data, labels)) {
					findings.push(finding);
					note(finding);
				}
			}
		}
	};
}
