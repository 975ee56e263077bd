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
