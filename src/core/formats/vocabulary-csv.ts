/**
 * A vocabulary as CSV. Reading turns rows into the statements that SKOS would have, so that one reader settles labels,
 * links and faults for every format; writing is the way back.
 *
 * Lists are separated by " | "; a bar inside a term is written "\|". A row with `use_together` is a compound entry
 * term: its `heading` is the term, its `use_together` the headings. Further rows with the same `id` and another
 * `language` give labels, entry terms and notes in that language. A row with `members` is a collection: its `heading`
 * is the collection's label, and its `collection_kind` says where it is "ordered" or a "scheme". Headings are referred to
 * by id or by label. With `notation_types`, `notation` is a list, and each has the address of its datatype, or "plain".
 * `mappings` are relations with the addresses of other vocabularies' headings, as in "exact https://…".
 */
import {
	notationsOf,
	type HeadingData,
	type NoteKind,
	type VocabularyData
} from '../vocabulary/vocabulary-data';
import { MATCHES, names } from './skos-names';
import type { Statement } from './skos-statements';

export const CSV_COLUMNS = [
	'id',
	'heading',
	'language',
	'entry_terms',
	'broader',
	'related',
	'scope_note',
	'history_note',
	'introduced',
	'retired',
	'notation',
	'aspects',
	'use_together',
	// Beyond the columns that everybody needs: what would else be lost on the way out and in again.
	'hidden_terms',
	'replaces',
	'definition',
	'editorial_note',
	'example',
	'members',
	'note',
	'change_note',
	'notation_types',
	'mappings',
	'collection_kind'
] as const;
export type CsvColumn = (typeof CSV_COLUMNS)[number];
export type CsvRow = Partial<Record<CsvColumn, string>>;

const NOTE_COLUMNS: [CsvColumn, string, NoteKind][] = [
	['scope_note', names.scopeNote, 'scope'],
	['history_note', names.historyNote, 'history'],
	['definition', names.definition, 'definition'],
	['editorial_note', names.editorialNote, 'editorial'],
	['example', names.example, 'example'],
	['note', names.note, 'general'],
	['change_note', names.changeNote, 'change']
];

/** What stands for a notation without a datatype among those that have one. */
const PLAIN = 'plain';
/** Items of a list cell. */
export function splitList(cell: string | undefined): string[] {
	return (cell ?? '')
		.split(/(?<!\\)\|/)
		.map((item) => item.trim().replaceAll('\\|', '|'))
		.filter(Boolean);
}

export function joinList(items: readonly string[]): string {
	return items.map((item) => item.replaceAll('|', '\\|')).join(' | ');
}

/** URI of a row's identifier: itself where it is one, else one made of it. */
function uriOf(id: string): string {
	return /^[a-z][a-z0-9+.-]*:\S+$/i.test(id) ? id : `urn:oakmoss:${encodeURIComponent(id)}`;
}

/**
 * The statements of all rows, and where each subject first stood. Takes the rows with their line numbers, as a file may
 * refer to headings that come later. O(cells).
 */
export function csvStatements(rows: readonly { line: number; row: CsvRow }[]): {
	statements: Generator<Statement>;
	lines: Map<string, number>;
} {
	const byName = new Map<string, string>();
	const collections = new Set(
		rows.flatMap(({ row }) => (splitList(row.members).length > 0 ? (row.id?.trim() ?? []) : []))
	);
	const lines = new Map<string, number>();
	const subjects = rows.map(({ line, row }, i) => {
		const heading = row.heading?.trim() ?? '';
		const together = splitList(row.use_together).length > 0;
		const isCollection = splitList(row.members).length > 0 || collections.has(row.id?.trim() ?? '');
		const id =
			row.id?.trim() ||
			(together ? `together-${i + 1}` : isCollection ? `collection-${i + 1}` : heading || `line-${line}`);
		const uri = uriOf(id);
		if (!lines.has(uri)) lines.set(uri, line);
		if (!together && !isCollection) {
			byName.set(id, uri);
			if (heading && !byName.has(heading)) byName.set(heading, uri);
		}
		return { uri, together, isCollection, heading, row };
	});
	const refer = (name: string) => byName.get(name) ?? uriOf(name);
	function* statements(): Generator<Statement> {
		for (const { uri, together, isCollection, heading, row } of subjects) {
			const lang = row.language?.trim() ?? '';
			const link = (name: string, value: string): Statement => ({
				subject: { termType: 'NamedNode', value: uri },
				predicate: { value: name },
				object: { termType: 'NamedNode', value }
			});
			const text = (name: string, value: string, language = lang, type?: string): Statement => ({
				subject: { termType: 'NamedNode', value: uri },
				predicate: { value: name },
				object: { termType: 'Literal', value, language, ...(type && { datatype: { value: type } }) }
			});
			if (together) {
				yield link(names.type, names.compoundEntryTerm);
				yield text(names.literalForm, heading);
				for (const name of splitList(row.use_together)) yield link(names.useTogether, refer(name));
				continue;
			}
			if (isCollection) {
				const kind = row.collection_kind?.trim();
				if (kind === 'scheme') {
					yield link(names.type, names.conceptScheme);
					yield link(names.type, names.group);
				} else yield link(names.type, kind === 'ordered' ? names.orderedCollection : names.collection);
				if (heading) yield text(names.prefLabel, heading);
				for (const name of splitList(row.members))
					yield kind === 'scheme' ? link(names.hasTopConcept, refer(name)) : link(names.member, refer(name));
				continue;
			}
			yield link(names.type, names.concept);
			if (heading) yield text(names.prefLabel, heading);
			for (const term of splitList(row.entry_terms)) yield text(names.altLabel, term);
			for (const term of splitList(row.hidden_terms)) yield text(names.hiddenLabel, term);
			for (const name of splitList(row.broader)) yield link(names.broader, refer(name));
			for (const name of splitList(row.related)) yield link(names.related, refer(name));
			for (const name of splitList(row.replaces)) yield link(names.replaces, refer(name));
			for (const [column, name] of NOTE_COLUMNS) if (row[column]?.trim()) yield text(name, row[column]);
			if (row.introduced?.trim()) yield text(names.introduced, row.introduced.trim(), '');
			if (row.retired?.trim())
				yield row.retired.trim() === 'yes'
					? text(names.deprecated, 'true', '')
					: text(names.retired, row.retired.trim(), '');
			const types = splitList(row.notation_types);
			if (types.length > 0)
				for (const [i, code] of splitList(row.notation).entries())
					yield text(names.notation, code, '', types[i] === PLAIN ? undefined : types[i]);
			else if (row.notation?.trim()) yield text(names.notation, row.notation.trim(), '');
			for (const mapping of splitList(row.mappings)) {
				const [relation, target = ''] = mapping.split(/\s+/);
				const name = MATCHES[relation as keyof typeof MATCHES];
				yield name ? link(name, target) : link('a mapping that is none of the five', target);
			}
			for (const aspect of splitList(row.aspects)) yield text(names.aspect, aspect, '');
		}
	}
	return { statements: statements(), lines };
}

/** The rows of a vocabulary: one for each heading and language, each compound entry term, each collection and language. */
export function* vocabularyRows({
	headings,
	entryTerms,
	collections,
	mappings = []
}: VocabularyData): Generator<Record<CsvColumn, string>> {
	const blank = Object.fromEntries(CSV_COLUMNS.map((column) => [column, ''])) as Record<CsvColumn, string>;
	const terms: Map<string, string[]>[] = headings.map(() => new Map());
	for (const { lang, text, headings: targets } of entryTerms) {
		if (targets.length !== 1) continue;
		const own = terms[targets[0]];
		own.set(lang, [...(own.get(lang) ?? []), text]);
	}
	const uris = (list: readonly number[]) => joinList(list.map((n) => headings[n].uri));
	const mapped: string[][] = headings.map(() => []);
	for (const { heading, relation, target } of mappings) mapped[heading].push(`${relation} ${target}`);
	for (const [n, heading] of headings.entries()) {
		const languages = new Set([
			...heading.labels.map(({ lang }) => lang),
			...heading.hidden.map(({ lang }) => lang),
			...heading.notes.map(({ lang }) => lang),
			...terms[n].keys()
		]);
		let first = true;
		for (const language of languages) {
			const row = { ...blank, id: heading.uri, language };
			row.heading = heading.labels.find(({ lang }) => lang === language)?.text ?? '';
			row.entry_terms = joinList(terms[n].get(language) ?? []);
			row.hidden_terms = joinList(
				heading.hidden.filter(({ lang }) => lang === language).map(({ text }) => text)
			);
			const extra: Record<CsvColumn, string>[] = [];
			for (const [column, , kind] of NOTE_COLUMNS) {
				const [note, ...more] = heading.notes.filter(
					(other) => other.kind === kind && other.lang === language
				);
				row[column] = note?.text ?? '';
				// A column holds one note; a second one of its kind and language takes a row of its own.
				more.forEach(({ text }) => extra.push({ ...blank, id: heading.uri, language, [column]: text }));
			}
			if (first) {
				row.broader = uris(heading.broader);
				row.related = uris(heading.related);
				row.replaces = uris(heading.replaces);
				row.introduced = heading.introduced === undefined ? '' : String(heading.introduced);
				row.retired =
					heading.retired === undefined ? '' : heading.retired === 0 ? 'yes' : String(heading.retired);
				Object.assign(row, notationCells(heading));
				row.mappings = joinList(mapped[n]);
				row.aspects = joinList(heading.aspects);
				first = false;
			}
			yield row;
			yield* extra;
		}
	}
	for (const { lang, text, headings: targets } of entryTerms)
		if (targets.length > 1) yield { ...blank, heading: text, language: lang, use_together: uris(targets) };
	for (const { uri, labels, members, isOrdered, isScheme } of collections) {
		const held = members.map((member) =>
			typeof member === 'number' ? headings[member].uri : collections[member.collection].uri
		);
		const first = {
			members: joinList(held),
			collection_kind: isScheme ? 'scheme' : isOrdered ? 'ordered' : ''
		};
		for (const [i, { lang, text }] of labels.entries())
			yield { ...blank, id: uri, heading: text, language: lang, ...(i === 0 && first) };
	}
}

function notationCells(heading: HeadingData): CsvRow {
	const all = notationsOf(heading);
	if (!heading.notations) return { notation: all[0]?.text ?? '' };
	return {
		notation: joinList(all.map(({ text }) => text)),
		notation_types: joinList(all.map(({ type }) => type ?? PLAIN))
	};
}
