/**
 * A thesaurus as tagged text, as ANSI/NISO Z39.19 and ISO 2788 print it: a heading on a line of its own, and under it its
 * notes, entry terms and relations, each after a tag. Reading turns entries into rows of the CSV format, so that one
 * reader settles labels, links and faults for every format.
 */
import type { Finding, VocabularyData } from '../vocabulary/vocabulary-data';
import { joinList, type CsvRow } from './vocabulary-csv';

type Meaning =
	| 'scope'
	| 'history'
	| 'definition'
	| 'note'
	| 'entry'
	| 'use'
	| 'broader'
	| 'narrower'
	| 'related'
	| 'notation'
	| 'implied';

/** Tags in the languages in which thesauri are printed; those of the standards first. */
const TAGS: Record<string, Meaning> = {
	SN: 'scope', HN: 'history', DEF: 'definition', NT: 'narrower', BT: 'broader', RT: 'related', UF: 'entry', 'UF+': 'entry', USE: 'use', 'USE+': 'use',
	BTG: 'broader', BTP: 'broader', BTI: 'broader', NTG: 'narrower', NTP: 'narrower', NTI: 'narrower', TT: 'implied', CC: 'notation',
	// French
	NE: 'scope', NH: 'history', TG: 'broader', TS: 'narrower', TA: 'related', EP: 'entry', EM: 'use',
	// Spanish
	NA: 'scope', TE: 'narrower', TR: 'related', UP: 'entry',
	// German
	OB: 'broader', UB: 'narrower', VB: 'related', BF: 'entry', BS: 'use', D: 'definition', H: 'note'
}; // prettier-ignore

const TAG_LINE = /^(\s*)([A-Z]{1,4}\+?)(\d{0,2})(?:\s*[:.]\s*|\s+)(\S.*)$/;
/** An indented line that looks like a tag, whether it is known or not. */
const ANY_TAG = /^\s+([A-Z]{2,4}\+?)\d{0,2}(?:\s*[:.]\s*|\s{2,})\S/;
const NOTES: Partial<Record<Meaning, 'scope_note' | 'history_note' | 'definition' | 'note'>> = {
	scope: 'scope_note',
	history: 'history_note',
	definition: 'definition',
	note: 'note'
};

export interface TaggedRows {
	rows: { line: number; row: CsvRow }[];
	findings: Finding[];
}

/**
 * The rows of a tagged text. Tags may be indented or not, and one may stand for the lines below it that have none. `BT1`
 * is one step up and `NT2` one step below the `NT1` before it; `BT2` and more, and `TT`, follow from the rest. `USE a AND b`
 * or `a + b` is a compound entry term. O(length).
 * @param language of all its terms; the empty string where nobody says
 */
export function taggedRows(text: string, language = ''): TaggedRows {
	const rows: TaggedRows['rows'] = [];
	const findings: Finding[] = [];
	let heading: { line: number; term: string } | undefined;
	let isEntry = false;
	let last: { meaning: Meaning; note?: CsvRow } | undefined;
	/** Under this heading, the narrower term last named at each depth. */
	let below: string[] = [];
	const add = (line: number, row: CsvRow) => rows.push({ line, row: { language, ...row } });

	const close = () => {
		if (heading && !isEntry) add(heading.line, { heading: heading.term });
		heading = undefined;
		isEntry = false;
		last = undefined;
		below = [];
	};
	const take = (line: number, meaning: Meaning, value: string, depth: number) => {
		const own = heading as NonNullable<typeof heading>;
		const note = NOTES[meaning];
		if (note) {
			const row: CsvRow = { language, heading: own.term, [note]: value };
			rows.push({ line, row });
			return row;
		}
		switch (meaning) {
			case 'use': {
				isEntry = true;
				const targets = value.split(/\s+(?:AND|\+|ET|UND|Y)\s+/).map((one) => one.trim());
				if (targets.length > 1) add(line, { heading: own.term, use_together: joinList(targets) });
				else add(line, { heading: targets[0], entry_terms: joinList([own.term]) });
				break;
			}
			case 'entry':
				add(line, { heading: own.term, entry_terms: joinList([value]) });
				break;
			case 'broader':
				if (depth <= 1) add(line, { heading: own.term, broader: joinList([value]) });
				break;
			case 'narrower': {
				const above = depth <= 1 ? own.term : below[depth - 1];
				if (above === undefined) break;
				below = [
					...below.slice(0, depth),
					...Array.from({ length: Math.max(0, depth - below.length) }, () => own.term),
					value
				];
				add(line, { heading: value, broader: joinList([above]) });
				break;
			}
			case 'related':
				add(line, { heading: own.term, related: joinList([value]) });
				break;
			case 'notation':
				add(line, { heading: own.term, notation: value });
				break;
		}
		return undefined;
	};

	for (const [i, raw] of text
		.replace(/^\uFEFF/, '')
		.split(/\r\n|\r|\n/)
		.entries()) {
		const line = i + 1;
		if (raw.trim() === '') {
			last = undefined;
			continue;
		}
		const indent = raw.length - raw.trimStart().length;
		const [, , tag, depth, value] = TAG_LINE.exec(raw) ?? [];
		const meaning = tag === undefined ? undefined : TAGS[tag];
		if (meaning !== undefined && heading) {
			last = { meaning, note: take(line, meaning, value.trim(), Number(depth || 1)) };
			continue;
		}
		if (meaning !== undefined && indent > 0) {
			findings.push({
				severity: 'warning',
				rule: 'line-stray',
				line,
				message: `Line ${line} stands before every heading; “${raw.trim().slice(0, 60)}” was left out.`
			});
			continue;
		}
		if (indent > 0 && heading) {
			const unknown = ANY_TAG.exec(raw)?.[1];
			if (unknown !== undefined) {
				findings.push({
					severity: 'warning',
					rule: 'tag-unknown',
					line,
					subject: unknown,
					message: `The tag “${unknown}” on line ${line} is not known; what it says of “${heading.term}” was left out.`
				});
				last = undefined;
			} else if (last?.note) {
				// A note goes on.
				const [column] = Object.keys(last.note).filter(
					(name) => name !== 'heading' && name !== 'language'
				) as (keyof CsvRow)[];
				last.note[column] = `${last.note[column]} ${raw.trim()}`;
			} else if (last) take(line, last.meaning, raw.trim(), 1);
			else
				findings.push({
					severity: 'warning',
					rule: 'line-stray',
					line,
					message: `Line ${line} follows no tag; “${raw.trim().slice(0, 60)}” was left out.`
				});
			continue;
		}
		close();
		heading = { line, term: raw.trim() };
	}
	close();
	return { rows, findings };
}

const byText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/**
 * A vocabulary as tagged text, in the order of its terms, in the language that each heading is shown in. What the format has
 * no tag for (hidden terms, aspects, collections, addresses) is not in it. O(size × log size).
 */
export function* taggedText({ headings, entryTerms }: VocabularyData): Generator<string> {
	const name = (n: number) => headings[n].labels[0].text;
	const narrower: number[][] = headings.map(() => []);
	headings.forEach(({ broader }, n) => broader.forEach((above) => narrower[above].push(n)));
	const terms: string[][] = headings.map(() => []);
	for (const { text, headings: targets } of entryTerms)
		if (targets.length === 1) terms[targets[0]].push(text);
	const entry = (lines: readonly [tag: string, values: readonly string[]][]) =>
		lines
			.flatMap(([tag, values]) => values.map((value) => `  ${tag.padEnd(4)}${value.replace(/\s+/g, ' ')}\n`))
			.join('');
	const all = [
		...headings.map(({ notes, broader, related, notation }, n) => {
			const noted = (kind: string) => notes.filter((note) => note.kind === kind).map(({ text }) => text);
			const names = (list: readonly number[]) => list.map(name).sort(byText);
			return {
				term: name(n),
				text: entry([['SN', noted('scope')], ['DEF', noted('definition')], ['HN', [...noted('history'), ...noted('change')]], ['CC', notation === undefined ? [] : [notation]], ['UF', [...terms[n]].sort(byText)], ['BT', names(broader)], ['NT', names(narrower[n])], ['RT', names(related)]])
			};
		}),
		...entryTerms.map(({ text, headings: targets }) => ({ term: text, text: entry([['USE', [targets.map(name).join(' + ')]]]) }))
	].sort((a, b) => byText(a.term, b.term)); // prettier-ignore
	for (const { term, text } of all) yield `${term.replace(/\s+/g, ' ')}\n${text}\n`;
}
