/** The crosswalk as SKOS mapping relations (W3C SKOS Reference, section 10) in Turtle. */
import { DataFactory, Writer } from 'n3';
import { inOrder, type Fit, type Inquiry, type Pick } from '../crosswalk';
import { names, PREFIXES } from './skos-names';

const { namedNode, literal, blankNode } = DataFactory;

/** A fit says how the heading stands to the concept: a heading of fit "broader" is the concept's broad match. */
const RELATIONS: Record<Fit, string> = {
	notJudged: PREFIXES.skos + 'mappingRelation',
	exact: PREFIXES.skos + 'exactMatch',
	close: PREFIXES.skos + 'closeMatch',
	broader: PREFIXES.skos + 'broadMatch',
	narrower: PREFIXES.skos + 'narrowMatch',
	related: PREFIXES.skos + 'relatedMatch'
};

/** Address of a concept of an inquiry, as it stands in exports. */
export function conceptUri(inquiryId: string, conceptId: string): string {
	return `https://oakmoss.example/inquiries/${encodeURIComponent(inquiryId)}#${encodeURIComponent(conceptId)}`;
}

/**
 * Each concept as a SKOS concept with its words as alternative labels, and a mapping relation to every heading picked.
 * Rejected picks are not mappings and are left out. Headings held together map only as a whole, so they are described
 * by an `oak:Pick` with `oak:useTogether` and have no mapping relation of their own. O(rows).
 */
export function crosswalkToTurtle(inquiry: Inquiry): string {
	const { id, title, question } = inquiry.about;
	const writer = new Writer({ prefixes: PREFIXES });
	const scheme = namedNode(`https://oakmoss.example/inquiries/${encodeURIComponent(id)}`);
	const skos = (name: string) => namedNode(PREFIXES.skos + name);
	const dct = (name: string) => namedNode(PREFIXES.dct + name);
	writer.addQuad(scheme, namedNode(names.type), skos('ConceptScheme'));
	writer.addQuad(scheme, dct('title'), literal(title));
	if (question) writer.addQuad(scheme, dct('description'), literal(question));
	const wordsInOrder = inOrder(inquiry.words);
	const picks = inOrder(inquiry.picks).filter(({ role }) => role !== 'rejected');
	for (const concept of inOrder(inquiry.concepts)) {
		const node = namedNode(conceptUri(id, concept.id));
		writer.addQuad(node, namedNode(names.type), skos('Concept'));
		writer.addQuad(node, skos('inScheme'), scheme);
		writer.addQuad(node, skos('prefLabel'), literal(concept.name));
		for (const word of wordsInOrder)
			if (word.conceptId === concept.id) writer.addQuad(node, skos('altLabel'), literal(word.text));
		const own = picks.filter((pick) => pick.conceptId === concept.id);
		for (const pick of own)
			if (pick.headings.length === 1)
				writer.addQuad(node, namedNode(RELATIONS[pick.fit]), namedNode(pick.headings[0].uri));
		own.forEach((pick) => describePick(writer, node, pick));
	}
	let turtle = '';
	// The writer calls back before it returns, as nothing is written to a stream.
	writer.end((_error, text: string) => (turtle = text));
	return turtle;
}

function describePick(writer: Writer, concept: ReturnType<typeof namedNode>, pick: Pick): void {
	const oak = (name: string) => namedNode(PREFIXES.oak + name);
	const node = blankNode(`pick-${pick.id.replace(/[^A-Za-z0-9]/g, '-')}`);
	writer.addQuad(concept, oak('pick'), node);
	writer.addQuad(node, namedNode(names.type), oak('Pick'));
	const held = pick.headings.length > 1 ? namedNode(names.useTogether) : oak('heading');
	for (const { uri } of pick.headings) writer.addQuad(node, held, namedNode(uri));
	writer.addQuad(node, oak('fit'), literal(pick.fit));
	writer.addQuad(node, oak('role'), literal(pick.role));
	writer.addQuad(node, oak('edition'), literal(pick.edition));
	if (pick.withNarrower)
		writer.addQuad(
			node,
			oak('withNarrower'),
			literal('true', namedNode('http://www.w3.org/2001/XMLSchema#boolean'))
		);
	if (pick.note) writer.addQuad(node, namedNode(names.note), literal(pick.note));
}
