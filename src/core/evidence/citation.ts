/** CSL-JSON: how records are kept, and the plain words for its types. */

export interface CslName {
	family?: string;
	given?: string;
	literal?: string;
	suffix?: string;
	'dropping-particle'?: string;
	'non-dropping-particle'?: string;
}

/** An item of CSL-JSON, as far as records here use it; other variables are kept as they came. */
export interface CslItem {
	id: string;
	type: string;
	title?: string;
	author?: CslName[];
	'container-title'?: string;
	issued?: { 'date-parts'?: (number | string)[][]; raw?: string; literal?: string; circa?: boolean };
	volume?: string | number;
	issue?: string | number;
	page?: string;
	publisher?: string;
	DOI?: string;
	ISBN?: string;
	ISSN?: string;
	URL?: string;
	abstract?: string;
	language?: string;
	/** Author's keywords, separated by semicolons. */
	keyword?: string;
	custom?: {
		affiliations?: string[];
		/** For each author the places of theirs in that list; left out where it is not known. */
		affiliationsOfAuthors?: number[][];
		funders?: string[];
		peerReviewed?: boolean;
	};
	[variable: string]: unknown;
}

/** Kinds of record in plain words, by CSL type. */
const KINDS: Record<string, string> = {
	'article-journal': 'journal article',
	article: 'journal article',
	book: 'book',
	chapter: 'chapter',
	thesis: 'thesis',
	report: 'report',
	'paper-conference': 'conference paper',
	'article-magazine': 'magazine article',
	'article-newspaper': 'newspaper article',
	review: 'review'
};

export function kindOf(item: CslItem): string {
	return KINDS[item.type] ?? 'report';
}

/** The year it was issued; undefined where none can be read. */
export function yearOf({ issued }: CslItem): number | undefined {
	const part = issued?.['date-parts']?.[0]?.[0];
	const written = part ?? /\b(1[5-9]|20)\d\d\b/.exec(issued?.raw ?? issued?.literal ?? '')?.[0];
	const year = Number(written);
	return Number.isInteger(year) && year >= 1000 && year <= 2200 ? year : undefined;
}

export function nameInWords({ family, given, literal }: CslName): string {
	return literal ?? [given, family].filter(Boolean).join(' ');
}

/** Names in a line: one, two, or the first with the number of the others. */
export function authorsInShort(item: CslItem): string {
	const names = (item.author ?? []).map(({ family, literal, given }) => family ?? literal ?? given ?? '');
	if (names.length <= 2) return names.join(' and ');
	return `${names[0]} and ${names.length - 1} others`;
}

export function keywordsOf({ keyword }: CslItem): string[] {
	return (keyword ?? '')
		.split(';')
		.map((part) => part.trim())
		.filter(Boolean);
}

/** Where a work can be found: by its DOI, and at its address; only over the web, and never where an address is none. */
export function linksOf({ DOI, URL: address }: CslItem): { at: string; says: string }[] {
	const doi = normalDoi(DOI);
	const links = doi ? [{ at: `https://doi.org/${encodeURI(doi)}`, says: `DOI ${doi}` }] : [];
	if (address !== undefined && URL.canParse(address)) {
		const { protocol, href, host } = new URL(address);
		if (protocol === 'https:' || protocol === 'http:') links.push({ at: href, says: host });
	}
	return links;
}

/** A DOI in the form in which two of them can be compared; undefined where it is none. */
export function normalDoi(doi: string | undefined): string | undefined {
	const match = /\b(10\.\d{3,9}\/\S+)/.exec(doi ?? '');
	return match?.[1].toLowerCase().replace(/[.,;)\]]+$/, '');
}
