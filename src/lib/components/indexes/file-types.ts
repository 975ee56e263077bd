/** Media types of files that are loaded, by their endings. */
export const VOCABULARY_TYPES: Record<string, string> = {
	ttl: 'text/turtle',
	nt: 'application/n-triples',
	rdf: 'application/rdf+xml',
	xml: 'application/rdf+xml',
	owl: 'application/rdf+xml',
	jsonld: 'application/ld+json',
	json: 'application/ld+json',
	csv: 'text/csv',
	txt: 'text/plain',
	mrc: 'application/marc',
	marc: 'application/marc'
};
export const RECORD_TYPES: Record<string, string> = {
	ris: 'application/x-research-info-systems',
	bib: 'application/x-bibtex',
	bibtex: 'application/x-bibtex',
	json: 'application/vnd.citationstyles.csl+json',
	csv: 'text/csv'
};

/** An XML file says in its first lines which kind it is; one that says nothing else is taken for RDF. */
export function xmlTypeOf(beginning: string): string {
	if (beginning.includes('http://www.loc.gov/MARC21/slim')) return 'application/marcxml+xml';
	return /iso25964/i.test(beginning) ? 'application/xml' : VOCABULARY_TYPES.xml;
}
