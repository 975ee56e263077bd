/**
 * A thesaurus as XML of ISO 25964-1 (the published schema of its data model). Each element becomes rows of the CSV format, so
 * that one reader settles labels, links and faults for every format.
 */
import { SaxesParser } from '@rubensworks/saxes';
import type { Finding } from '../vocabulary/vocabulary-data';
import { joinList, type CsvColumn, type CsvRow } from './vocabulary-csv';

/** An element with what it holds, as far as a thesaurus needs it. */
interface Element {
	name: string;
	line: number;
	lang: string;
	text: string;
	inside: Element[];
}

export interface IsoRows {
	rows: { line: number; row: CsvRow }[];
	findings: Finding[];
}

const NOTES: Record<string, CsvColumn> = {
	ScopeNote: 'scope_note',
	HistoryNote: 'history_note',
	Definition: 'definition',
	EditorialNote: 'editorial_note',
	CustomNote: 'note'
};
/** What says only how the file came about, or what follows from the rest. */
const HANDLING = new Set([
	'identifier',
	'created',
	'modified',
	'date',
	'format',
	'language',
	'status',
	'topConcept',
	'lexicalValue',
	'source',
	'VersionHistory',
	'contributor',
	'coverage',
	'creator',
	'description',
	'publisher',
	'relation',
	'rights',
	'subject',
	'title',
	'type'
]);

/** Elements without their prefixes, as a tree; the names of ISO 25964 need no namespace to be told apart. O(length). */
function treeOf(text: string): Element {
	const root: Element = { name: '', line: 1, lang: '', text: '', inside: [] };
	const open = [root];
	const parser = new SaxesParser();
	parser.on('error', ({ message }) => {
		throw new SyntaxError(message.replace(/^\d+:\d+: /, `Line ${parser.line}: `));
	});
	parser.on('opentag', ({ name, attributes }) => {
		const above = open[open.length - 1];
		const lang = String(attributes['xml:lang'] ?? above.lang);
		const own = { name: name.replace(/^.*:/, ''), line: parser.line, lang, text: '', inside: [] };
		above.inside.push(own);
		open.push(own);
	});
	const add = (piece: string) => (open[open.length - 1].text += piece);
	parser.on('text', add);
	parser.on('cdata', add);
	parser.on('closetag', () => void open.pop());
	parser.write(text).close();
	return root;
}

const child = ({ inside }: Element, name: string) => inside.find((one) => one.name === name);
const textOf = (element: Element | undefined) => element?.text.trim().replace(/\s+/g, ' ') ?? '';

/** Elements of a name at any depth, in their order; not within one another. */
function* all(element: Element, name: string): Generator<Element> {
	for (const one of element.inside)
		if (one.name === name) yield one;
		else yield* all(one, name);
}

/** What a term or a note says, in which language. */
function said(element: Element): { text: string; lang: string } {
	const value = child(element, 'lexicalValue');
	return value ? { text: textOf(value), lang: value.lang } : { text: textOf(element), lang: element.lang };
}

interface Link {
	has: string;
	is: string;
	/** Of what is named by `is`, seen from `has`: broader, narrower, or unsaid. */
	role: 'broader' | 'narrower' | undefined;
	line: number;
}

/**
 * Which of two concepts of a hierarchical relation is broader. Its role says so; where files leave that out, they are of two
 * minds, and the concepts that are marked as top concepts, which have nothing broader, tell which.
 */
function directed(links: readonly Link[], tops: ReadonlySet<string>) {
	const unsaid = links.filter(({ role }) => role === undefined);
	const faults = (below: (link: Link) => string) => unsaid.filter((link) => tops.has(below(link))).length;
	const isBroader = faults(({ has }) => has) <= faults(({ is }) => is);
	const pairs = links.map(({ has, is, role, line }) => {
		const up = role === undefined ? isBroader : role === 'broader';
		return { below: up ? has : is, above: up ? is : has, line };
	});
	return { pairs, unsaid: unsaid.length, isBroader };
}

/**
 * The rows of a file of ISO 25964. Concepts without a preferred term are named, as is everything that nothing is kept of,
 * once for each name of an element. O(size).
 * @throws SyntaxError where it is no well-formed XML, with the line, or no thesaurus of ISO 25964
 */
export function isoRows(text: string): IsoRows {
	const root = treeOf(text);
	const concepts = [...all(root, 'ThesaurusConcept')];
	if (concepts.length === 0 && ![...all(root, 'Thesaurus')].length)
		throw new SyntaxError('The file is XML, and holds no Thesaurus of ISO 25964.');
	const rows: IsoRows['rows'] = [];
	const findings: Finding[] = [];
	const left = new Map<string, { count: number; line: number }>();
	const leave = ({ name, line }: Element) => {
		const known = left.get(name);
		if (known) known.count++;
		else left.set(name, { count: 1, line });
	};
	/** Terms may be referred to by their own identifiers. */
	const conceptOfTerm = new Map<string, string>();
	const tops = new Set<string>();
	const links: Link[] = [];

	for (const concept of concepts) {
		const id = textOf(child(concept, 'identifier'));
		const preferred = [...all(concept, 'PreferredTerm')];
		if (preferred.length === 0 || preferred.every((term) => said(term).text === '')) {
			findings.push({
				severity: 'error',
				rule: 'missing-label',
				line: concept.line,
				...(id !== '' && { subject: id }),
				message: 'The concept has no preferred term. It was left out.'
			});
			continue;
		}
		const say = (row: CsvRow, line = concept.line) => rows.push({ line, row: { ...(id && { id }), ...row } });
		for (const term of preferred) {
			const { text: heading, lang } = said(term);
			say({ heading, language: lang }, term.line);
			const own = textOf(child(term, 'identifier'));
			if (own !== '') conceptOfTerm.set(own, id || heading);
		}
		for (const term of all(concept, 'SimpleNonPreferredTerm')) {
			const { text: entry, lang } = said(term);
			const column = textOf(child(term, 'hidden')) === 'true' ? 'hidden_terms' : 'entry_terms';
			if (entry !== '') say({ language: lang, [column]: joinList([entry]) }, term.line);
		}
		for (const one of concept.inside) {
			const column = NOTES[one.name];
			if (column) {
				const { text: note, lang } = said(one);
				if (note !== '') say({ language: lang, [column]: note }, one.line);
			} else if (one.name === 'notation') say({ notation: textOf(one) }, one.line);
			else if (one.name === 'topConcept') {
				if (textOf(one) === 'true') tops.add(id);
			} else if (!HANDLING.has(one.name) && !/^(PreferredTerm|SimpleNonPreferredTerm)$/.test(one.name))
				leave(one);
		}
	}

	for (const relation of all(root, 'HierarchicalRelationship')) {
		const role = textOf(child(relation, 'role')).toUpperCase();
		links.push({
			has: textOf(child(relation, 'hasHierRelConcept')),
			is: textOf(child(relation, 'isHierRelConcept')),
			role: role.startsWith('BT') ? 'broader' : role.startsWith('NT') ? 'narrower' : undefined,
			line: relation.line
		});
	}
	const { pairs, unsaid, isBroader } = directed(links, tops);
	if (unsaid > 0)
		findings.push({
			severity: 'note',
			rule: 'direction-unsaid',
			message: `${unsaid} hierarchical relations have no role. ${isBroader ? 'isHierRelConcept' : 'hasHierRelConcept'} was taken for the broader concept${tops.size > 0 ? ', as the top concepts say' : ''}.`
		});
	for (const { below, above, line } of pairs)
		if (below !== '' && above !== '') rows.push({ line, row: { id: below, broader: joinList([above]) } });
	for (const relation of all(root, 'AssociativeRelationship')) {
		const [one, other] = ['hasRelatedConcept', 'isRelatedConcept'].map((name) =>
			textOf(child(relation, name))
		);
		if (one !== '' && other !== '')
			rows.push({ line: relation.line, row: { id: one, related: joinList([other]) } });
	}
	for (const compound of all(root, 'CompoundEquivalence')) {
		const term = [...all(compound, 'SplitNonPreferredTerm')][0];
		const parts = [...all(compound, 'PreferredTerm'), ...all(compound, 'hasPreferredTerm')].flatMap(
			(part) => {
				const name = textOf(child(part, 'identifier')) || said(part).text;
				return conceptOfTerm.get(name) ?? name;
			}
		);
		if (term && parts.length > 0) {
			const { text: heading, lang } = said(term);
			rows.push({ line: compound.line, row: { heading, language: lang, use_together: joinList(parts) } });
		} else leave(compound);
	}
	for (const name of ['ThesaurusArray', 'ConceptGroup'])
		for (const group of all(root, name)) {
			const labels = [...all(group, 'NodeLabel'), ...all(group, 'ConceptGroupLabel')].map(said);
			const members = ['hasMemberConcept', 'hasAsMember'].flatMap((one) => [...all(group, one)].map(textOf));
			const id = textOf(child(group, 'identifier'));
			if (members.length === 0 || labels.length === 0) leave(group);
			else
				for (const { text: heading, lang } of labels)
					rows.push({
						line: group.line,
						row: { ...(id && { id }), heading, language: lang, members: joinList(members) }
					});
		}
	for (const [name, { count, line }] of left)
		findings.push({
			severity: 'note',
			rule: 'statement-not-kept',
			line,
			subject: name,
			message: `The element ${name} comes ${count === 1 ? 'once' : `${count} times`}, first on line ${line}; nothing is kept of it.`
		});
	return { rows, findings };
}
