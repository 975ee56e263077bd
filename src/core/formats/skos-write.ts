/** Writes a vocabulary as SKOS: as RDF statements for any syntax, and as JSON-LD with a context of its own. */
import { DataFactory, type Literal, type Quad } from 'n3';
import {
	headingsAmong,
	notationsOf,
	type NoteKind,
	type VocabularyData
} from '../vocabulary/vocabulary-data';
import { iri, MATCHES, names, PREFIXES } from './skos-names';

const { literal, blankNode, quad } = DataFactory;
const namedNode = (uri: string) => DataFactory.namedNode(iri(uri));

const NOTE_NAMES: Record<NoteKind, string> = {
	scope: names.scopeNote,
	history: names.historyNote,
	definition: names.definition,
	editorial: names.editorialNote,
	example: names.example,
	general: names.note,
	change: names.changeNote
};

/** What a whole vocabulary is called: its address, its title, its edition. */
export interface SchemeName {
	uri: string;
	title: string;
	edition: string;
}

const BOOLEAN = 'http://www.w3.org/2001/XMLSchema#boolean';

/**
 * Every statement about the vocabulary, heading by heading; broader links are written in that direction alone.
 * @param scheme left out where only what is in it counts
 */
export function* vocabularyStatements(
	{ headings, entryTerms, collections, mappings = [] }: VocabularyData,
	scheme?: SchemeName
): Generator<Quad> {
	const whole = scheme && namedNode(scheme.uri);
	if (scheme && whole) {
		yield quad(whole, namedNode(names.type), namedNode(names.conceptScheme));
		yield quad(whole, namedNode(names.title), literal(scheme.title));
		if (scheme.edition) yield quad(whole, namedNode(names.versionInfo), literal(scheme.edition));
		for (const { uri, broader } of headings)
			if (broader.length === 0) yield quad(whole, namedNode(names.hasTopConcept), namedNode(uri));
	}
	const terms: VocabularyData['entryTerms'][] = headings.map(() => []);
	for (const entry of entryTerms) if (entry.headings.length === 1) terms[entry.headings[0]].push(entry);
	const mapped = new Map<number, typeof mappings>();
	for (const mapping of mappings)
		mapped.set(mapping.heading, [...(mapped.get(mapping.heading) ?? []), mapping]);
	const groups = new Map<number, number[]>();
	for (const [group, { isScheme, members }] of collections.entries())
		if (isScheme) for (const n of headingsAmong(members)) groups.set(n, [...(groups.get(n) ?? []), group]);
	const text = (value: string, lang: string) => (lang ? literal(value, lang) : literal(value));
	for (const [n, heading] of headings.entries()) {
		const node = namedNode(heading.uri);
		const say = (name: string, object: ReturnType<typeof literal> | ReturnType<typeof namedNode>) =>
			quad(node, namedNode(name), object);
		yield say(names.type, namedNode(names.concept));
		if (whole) yield say(names.inScheme, whole);
		if (whole && heading.broader.length === 0) yield say(names.topConceptOf, whole);
		for (const label of heading.labels) yield say(names.prefLabel, text(label.text, label.lang));
		for (const term of terms[n]) yield say(names.altLabel, text(term.text, term.lang));
		for (const label of heading.hidden) yield say(names.hiddenLabel, text(label.text, label.lang));
		for (const other of heading.broader) yield say(names.broader, namedNode(headings[other].uri));
		for (const other of heading.related) yield say(names.related, namedNode(headings[other].uri));
		for (const other of heading.replaces) yield say(names.replaces, namedNode(headings[other].uri));
		for (const note of heading.notes) yield say(NOTE_NAMES[note.kind], text(note.text, note.lang));
		for (const { text: code, type } of notationsOf(heading))
			yield say(names.notation, type === undefined ? literal(code) : literal(code, namedNode(type)));
		for (const { relation, target } of mapped.get(n) ?? []) yield say(MATCHES[relation], namedNode(target));
		for (const group of groups.get(n) ?? []) yield say(names.inScheme, namedNode(collections[group].uri));
		if (heading.introduced !== undefined) yield say(names.introduced, literal(String(heading.introduced)));
		if (heading.retired === 0) yield say(names.deprecated, literal('true', namedNode(BOOLEAN)));
		else if (heading.retired !== undefined) yield say(names.retired, literal(String(heading.retired)));
		for (const aspect of heading.aspects) yield say(names.aspect, literal(aspect));
	}
	for (const { uri, labels, members, isOrdered, isScheme } of collections) {
		const node = namedNode(uri);
		const kind = isScheme ? names.conceptScheme : isOrdered ? names.orderedCollection : names.collection;
		yield quad(node, namedNode(names.type), namedNode(kind));
		if (isScheme) yield quad(node, namedNode(names.type), namedNode(names.group));
		for (const label of labels) yield quad(node, namedNode(names.prefLabel), text(label.text, label.lang));
		const nodes = members.map((member) =>
			namedNode(typeof member === 'number' ? headings[member].uri : collections[member.collection].uri)
		);
		if (isOrdered) yield* orderedMembers(node, nodes);
		else if (!isScheme) for (const member of nodes) yield quad(node, namedNode(names.member), member);
	}
	let number = 0;
	for (const entry of entryTerms) {
		if (entry.headings.length === 1) continue;
		const node = blankNode(`together${++number}`);
		yield quad(node, namedNode(names.type), namedNode(names.compoundEntryTerm));
		yield quad(node, namedNode(names.literalForm), text(entry.text, entry.lang));
		for (const n of entry.headings)
			yield quad(node, namedNode(names.useTogether), namedNode(headings[n].uri));
	}
}

/** Members as an RDF list, whose cells have addresses made of the collection's. */
function* orderedMembers(
	collection: ReturnType<typeof namedNode>,
	members: readonly ReturnType<typeof namedNode>[]
): Generator<Quad> {
	const cell = (i: number) =>
		i < members.length ? namedNode(`${collection.value}#member-${i + 1}`) : namedNode(names.nil);
	yield quad(collection, namedNode(names.memberList), cell(0));
	for (const [i, member] of members.entries()) {
		yield quad(cell(i), namedNode(names.first), member);
		yield quad(cell(i), namedNode(names.rest), cell(i + 1));
	}
}

export function vocabularyJsonLd(data: VocabularyData, scheme?: SchemeName): Generator<string> {
	return jsonLdOf(vocabularyStatements(data, scheme));
}

/**
 * JSON-LD 1.1, in pieces: a context that names everything, then one object a subject. Statements of a subject follow
 * one another.
 */
export function* jsonLdOf(statements: Iterable<Quad>): Generator<string> {
	yield `{"@context":${JSON.stringify(PREFIXES)},"@graph":[`;
	let subject: string | undefined;
	let node: Record<string, unknown> = {};
	let first = true;
	const finished = () => {
		const text = (first ? '\n' : ',\n') + JSON.stringify(node);
		first = false;
		return text;
	};
	for (const statement of statements) {
		const id =
			statement.subject.termType === 'BlankNode' ? `_:${statement.subject.value}` : statement.subject.value;
		if (id !== subject) {
			if (subject !== undefined) yield finished();
			subject = id;
			node = { '@id': id };
		}
		const { object } = statement;
		const isType = statement.predicate.value === names.type;
		const name = isType ? '@type' : compact(statement.predicate.value);
		const value = isType
			? compact(object.value)
			: object.termType === 'Literal'
				? literalOf(object)
				: { '@id': object.termType === 'BlankNode' ? `_:${object.value}` : object.value };
		const known = node[name];
		node[name] = known === undefined ? value : Array.isArray(known) ? [...known, value] : [known, value];
	}
	if (subject !== undefined) yield finished();
	yield '\n]}\n';
}

const PLAIN_TYPES = /#(string|langString)$/;

function literalOf(object: Literal) {
	if (object.language) return { '@value': object.value, '@language': object.language };
	const type = object.datatype.value;
	return PLAIN_TYPES.test(type) ? { '@value': object.value } : { '@value': object.value, '@type': type };
}

function compact(uri: string): string {
	for (const [prefix, base] of Object.entries(PREFIXES))
		if (uri.startsWith(base)) return `${prefix}:${uri.slice(base.length)}`;
	return uri;
}
