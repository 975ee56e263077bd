/** Names of the RDF terms that vocabularies are written with. */
import type { MappingRelation } from '../vocabulary/vocabulary-data';

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const SKOSXL = 'http://www.w3.org/2008/05/skos-xl#';
const OWL = 'http://www.w3.org/2002/07/owl#';
const DCT = 'http://purl.org/dc/terms/';
const ISO_THES = 'http://purl.org/iso25964/skos-thes#';
/** Oakmoss's own properties, for what SKOS has no name for; described in docs/formats.md. */
const OAK = 'https://oakmoss.example/terms#';

export const PREFIXES = { skos: SKOS, skosxl: SKOSXL, dct: DCT, owl: OWL, oak: OAK } as const;

export const names = {
	type: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#type',
	value: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#value',
	nil: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#nil',
	rdfsLabel: 'http://www.w3.org/2000/01/rdf-schema#label',
	deprecated: OWL + 'deprecated',
	first: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#first',
	rest: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#rest',
	concept: SKOS + 'Concept',
	conceptScheme: SKOS + 'ConceptScheme',
	inScheme: SKOS + 'inScheme',
	hasTopConcept: SKOS + 'hasTopConcept',
	topConceptOf: SKOS + 'topConceptOf',
	title: DCT + 'title',
	versionInfo: OWL + 'versionInfo',
	collection: SKOS + 'Collection',
	orderedCollection: SKOS + 'OrderedCollection',
	member: SKOS + 'member',
	memberList: SKOS + 'memberList',
	prefLabel: SKOS + 'prefLabel',
	altLabel: SKOS + 'altLabel',
	hiddenLabel: SKOS + 'hiddenLabel',
	notation: SKOS + 'notation',
	broader: SKOS + 'broader',
	narrower: SKOS + 'narrower',
	related: SKOS + 'related',
	exactMatch: SKOS + 'exactMatch',
	closeMatch: SKOS + 'closeMatch',
	broadMatch: SKOS + 'broadMatch',
	narrowMatch: SKOS + 'narrowMatch',
	relatedMatch: SKOS + 'relatedMatch',
	scopeNote: SKOS + 'scopeNote',
	historyNote: SKOS + 'historyNote',
	changeNote: SKOS + 'changeNote',
	definition: SKOS + 'definition',
	editorialNote: SKOS + 'editorialNote',
	note: SKOS + 'note',
	example: SKOS + 'example',
	xlPrefLabel: SKOSXL + 'prefLabel',
	xlAltLabel: SKOSXL + 'altLabel',
	xlHiddenLabel: SKOSXL + 'hiddenLabel',
	literalForm: SKOSXL + 'literalForm',
	replaces: DCT + 'replaces',
	isReplacedBy: DCT + 'isReplacedBy',
	broaderGeneric: ISO_THES + 'broaderGeneric',
	broaderPartitive: ISO_THES + 'broaderPartitive',
	broaderInstantial: ISO_THES + 'broaderInstantial',
	narrowerGeneric: ISO_THES + 'narrowerGeneric',
	narrowerPartitive: ISO_THES + 'narrowerPartitive',
	narrowerInstantial: ISO_THES + 'narrowerInstantial',
	introduced: OAK + 'introduced',
	retired: OAK + 'retired',
	aspect: OAK + 'aspect',
	group: OAK + 'Group',
	compoundEntryTerm: OAK + 'CompoundEntryTerm',
	useTogether: OAK + 'useTogether'
} as const;

/** How a heading stands to one of another vocabulary. */
export const MATCHES: Record<MappingRelation, string> = {
	exact: names.exactMatch,
	close: names.closeMatch,
	broader: names.broadMatch,
	narrower: names.narrowMatch,
	related: names.relatedMatch
};

/** Characters that no IRI may hold (Turtle 1.1, IRIREF). */
const NO_IRI =
	/[\u0000-\u0020<>"{}|^`\\]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** An address as it can stand in any syntax of RDF: what no IRI may hold is percent-encoded. */
export function iri(uri: string): string {
	return uri.replace(NO_IRI, (mark) =>
		mark.length === 1 && /[\ud800-\udfff]/.test(mark) ? '%EF%BF%BD' : encodeURIComponent(mark)
	);
}
