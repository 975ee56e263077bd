/** The crosswalk as SKOS mapping relations (W3C SKOS Reference, section 10), in Turtle and in JSON-LD. */
import { DataFactory, Writer, type Quad } from 'n3';
import { inOrder, wordsOfConcept, type Fit, type Inquiry, type Pick } from '../crosswalk';
import { iri, names, PREFIXES } from './skos-names';
import { jsonLdOf } from './skos-write';

const { literal, blankNode, quad } = DataFactory;
const namedNode = (uri: string) => DataFactory.namedNode(iri(uri));
type Node = Quad['subject'] & { termType: 'NamedNode' | 'BlankNode' };

/** A fit says how the heading stands to the concept: a heading of fit "broader" is the concept's broad match. */
const RELATIONS: Record<Fit, string> = {
	notJudged: PREFIXES.skos + 'mappingRelation',
	exact: PREFIXES.skos + 'exactMatch',
	close: PREFIXES.skos + 'closeMatch',
	broader: PREFIXES.skos + 'broadMatch',
	narrower: PREFIXES.skos + 'narrowMatch',
	related: PREFIXES.skos + 'relatedMatch'
};

/** A text with its language; “undetermined” (ISO 639-2) where nobody said. */
const inLanguage = (text: string, lang = '') => literal(text, lang || 'und');

const TRUE = literal('true', namedNode('http://www.w3.org/2001/XMLSchema#boolean'));

/** Address of a concept of an inquiry, as it stands in exports. */
export function conceptUri(inquiryId: string, conceptId: string): string {
	return `https://oakmoss.example/inquiries/${encodeURIComponent(inquiryId)}#${encodeURIComponent(conceptId)}`;
}

/**
 * Each concept as a SKOS concept with its words as alternative labels, stems apart, and a mapping relation to every heading picked.
 * Rejected picks are not mappings and are left out. Headings held together map only as a whole, so they are described
 * by an `oak:Pick` with `oak:useTogether` and have no mapping relation of their own. O(rows).
 */
function* statements(inquiry: Inquiry): Generator<Quad> {
	const { id, title, question } = inquiry.about;
	const scheme = namedNode(`https://oakmoss.example/inquiries/${encodeURIComponent(id)}`);
	const skos = (name: string) => namedNode(PREFIXES.skos + name);
	const dct = (name: string) => namedNode(PREFIXES.dct + name);
	yield quad(scheme, namedNode(names.type), skos('ConceptScheme'));
	yield quad(scheme, dct('title'), inLanguage(title));
	if (question) yield quad(scheme, dct('description'), inLanguage(question));
	const picks = inOrder(inquiry.picks).filter(({ role }) => role !== 'rejected');
	for (const concept of inOrder(inquiry.concepts)) {
		const node = namedNode(conceptUri(id, concept.id));
		yield quad(node, namedNode(names.type), skos('Concept'));
		yield quad(node, skos('inScheme'), scheme);
		yield quad(node, skos('prefLabel'), inLanguage(concept.name));
		for (const { text, lang } of wordsOfConcept(inquiry, concept.id)) {
			// A stem is looked for, and names nothing; and no label may be both preferred and alternative (SKOS S13).
			if (text.endsWith('*')) yield quad(node, namedNode(PREFIXES.oak + 'stem'), inLanguage(text, lang));
			else if (text !== concept.name) yield quad(node, skos('altLabel'), inLanguage(text, lang));
		}
		const own = picks.filter((pick) => pick.conceptId === concept.id);
		for (const pick of own)
			if (pick.headings.length === 1)
				yield quad(node, namedNode(RELATIONS[pick.fit]), namedNode(pick.headings[0].uri));
		for (const pick of own) yield quad(node, namedNode(PREFIXES.oak + 'pick'), pickNode(pick));
		for (const pick of own) yield* aboutPick(pick);
	}
}

function pickNode(pick: Pick): Node {
	return blankNode(`pick-${pick.id.replace(/[^A-Za-z0-9]/g, '-')}`);
}

function* aboutPick(pick: Pick): Generator<Quad> {
	const oak = (name: string) => namedNode(PREFIXES.oak + name);
	const node = pickNode(pick);
	yield quad(node, namedNode(names.type), oak('Pick'));
	const held = pick.headings.length > 1 ? namedNode(names.useTogether) : oak('heading');
	for (const { uri } of pick.headings) yield quad(node, held, namedNode(uri));
	yield quad(node, oak('index'), literal(pick.indexCode));
	yield quad(node, oak('fit'), literal(pick.fit));
	yield quad(node, oak('role'), literal(pick.role));
	yield quad(node, oak('edition'), literal(pick.edition));
	if (pick.withNarrower) yield quad(node, oak('withNarrower'), TRUE);
	for (const { uri } of pick.cuts) yield quad(node, oak('cut'), namedNode(uri));
	if (pick.chief) yield quad(node, oak('chief'), TRUE);
	for (const aspect of pick.aspects) yield quad(node, namedNode(names.aspect), literal(aspect));
	if (pick.note) yield quad(node, namedNode(names.note), inLanguage(pick.note));
}

export function crosswalkToTurtle(inquiry: Inquiry): string {
	const writer = new Writer({ prefixes: PREFIXES });
	for (const statement of statements(inquiry)) writer.addQuad(statement);
	let turtle = '';
	// The writer calls back before it returns, as nothing is written to a stream.
	writer.end((_error, text: string) => (turtle = text));
	return turtle;
}

export function crosswalkToJsonLd(inquiry: Inquiry): string {
	return [...jsonLdOf(statements(inquiry))].join('');
}
