/** The shapes of the public API, made from what the services give. */
import type { IndexSummary } from './indexes';
import type { HeadingLine, HeadingRef, HeadingSheet, LaneAnswer } from './vocabularies';

export function apiIndex({
	code,
	name,
	discipline,
	languages,
	headings,
	entryTerms,
	hierarchical
}: IndexSummary) {
	return { code, name, discipline, languages, headings, entryTerms, records: 0, hierarchical, limits: [] };
}

const ref = ({ id, uri, label }: HeadingRef) => ({ id, uri, label });

function line(heading: HeadingLine) {
	return { ...ref(heading), narrowerCount: heading.narrowerCount, recordCount: 0 };
}

export function apiLookup(query: string, lane: LaneAnswer) {
	return {
		query,
		matches: lane.matches.map(({ heading, tier, matched, together }) => ({
			heading: line(heading),
			tier,
			matched: { text: matched.text, kind: matched.kind, ...(matched.lang && { lang: matched.lang }) },
			...(together && { together: together.map(({ id }) => id) })
		})),
		neighbours: lane.neighbours.map(line)
	};
}

export function apiHeading(sheet: HeadingSheet) {
	const note = (kind: string) => sheet.notes.find((other) => other.kind === kind)?.text;
	const scopeNote = note('scope') ?? note('definition');
	const historyNote = note('history');
	return {
		...ref(sheet),
		labels: sheet.labels,
		...(sheet.notation !== null && { notation: sheet.notation }),
		...(scopeNote !== undefined && { scopeNote }),
		...(historyNote !== undefined && { historyNote }),
		...(sheet.introduced !== null && { introduced: sheet.introduced }),
		...(sheet.retiredIn !== null && { retired: sheet.retiredIn }),
		entryTerms: sheet.entryTerms.map(({ text, lang, together }) => ({
			text,
			...(lang && { lang }),
			...(together && { together: together.map(({ id }) => id) })
		})),
		broader: sheet.broader.map(ref),
		narrower: sheet.narrower.map(ref),
		related: sheet.related.map(ref),
		aspects: sheet.aspects,
		paths: sheet.paths.map((path) => path.map(ref)),
		recordCount: 0,
		recordCountWithNarrower: 0
	};
}
