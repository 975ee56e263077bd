/** A strategy as numbered lines, each with what it found: headings and words first, then how they are joined. */
import { WORD_FIELD_WORDS } from '../crosswalk';
import type { BlockYield, HeadingTest, Line, Strategy, Yields } from '../search';
import type { ReportLine } from './report-facts';

/** What is said of a heading beside its name. O(its switches). */
export function switchesInWords({
	withNarrower,
	cuts,
	chief,
	aspects
}: Pick<HeadingTest, 'withNarrower' | 'cuts' | 'chief' | 'aspects'>): string[] {
	return [
		...(withNarrower ? ['with narrower'] : []),
		...(cuts.length > 0 ? [`without ${cuts.map(({ label }) => label).join(', ')}`] : []),
		...(chief ? ['chief only'] : []),
		...(aspects.length > 0 ? [`aspect ${aspects.join(' or ')}`] : [])
	];
}

function lineInWords(line: Line): string {
	if (line.kind === 'expression') return line.text;
	if (line.kind === 'word') {
		const { text, capitals, field } = line.test;
		return `“${text}” ${WORD_FIELD_WORDS[field]}${capitals ? ', capitals only' : ''}`;
	}
	const { headings } = line.test;
	return [
		`Heading ${headings.map(({ label }) => label).join(' together with ')}`,
		...switchesInWords(line.test)
	].join(', ');
}

/** “1 or 2 or 3”, and “1 to 9, any” where there are many. */
const anyOf = (from: number, to: number) =>
	to - from < 3 ? range(from, to).join(' or ') : `any of ${from} to ${to}`;
const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);

/**
 * The lines of a strategy. The last one is what it found before its limits. O(lines).
 * @param yields of the same strategy: blocks without a line that can be searched are in neither
 */
export function numberedLines(strategy: Strategy, yields: Yields): ReportLine[] {
	const lines: ReportLine[] = [];
	const joined: { block: Strategy['blocks'][number]; own: BlockYield; at: number }[] = [];
	for (const block of strategy.blocks) {
		const own = yields.blocks.find(({ id }) => id === block.id);
		if (!own) continue;
		const first = lines.length + 1;
		for (const line of block.lines) {
			const count = own.lines.find(({ id }) => id === line.id);
			if (count && !line.off) lines.push({ says: lineInWords(line), count: count.all });
		}
		const last = lines.length;
		if (last > first) lines.push({ says: anyOf(first, last), concept: block.name, count: own.all });
		else if (last === first) lines[last - 1].concept = block.name;
		else continue;
		joined.push({ block, own, at: lines.length });
	}
	if (joined.length > 1 || joined.some(({ block }) => block.status === 'exclude')) {
		const all = joined.filter(({ block }) => block.status === 'required').map(({ at }) => at);
		const none = joined.filter(({ block }) => block.status === 'exclude').map(({ at }) => at);
		const says = `${all.join(' and ')}${none.map((at) => ` not ${at}`).join('')}`;
		lines.push({ says, count: yields.withoutLimits });
	}
	return lines;
}
