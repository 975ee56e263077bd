/** The published types of RIS and those of CSL. */

/** Every published type of RIS, as the type of CSL that comes nearest. */
export const RIS_TYPES: Record<string, string> = {
	ABST: 'article-journal',
	ADVS: 'motion_picture',
	AGGR: 'dataset',
	ANCIENT: 'classic',
	ART: 'graphic',
	BILL: 'bill',
	BLOG: 'post-weblog',
	BOOK: 'book',
	CASE: 'legal_case',
	CHAP: 'chapter',
	CHART: 'figure',
	CLSWK: 'classic',
	COMP: 'software',
	CONF: 'paper-conference',
	CPAPER: 'paper-conference',
	CTLG: 'book',
	DATA: 'dataset',
	DBASE: 'dataset',
	DICT: 'entry-dictionary',
	EBOOK: 'book',
	ECHAP: 'chapter',
	EDBOOK: 'book',
	EJOUR: 'article-journal',
	ELEC: 'webpage',
	ENCYC: 'entry-encyclopedia',
	EQUA: 'figure',
	FIGURE: 'figure',
	GEN: 'document',
	GOVDOC: 'report',
	GRANT: 'document',
	GRNT: 'document',
	HEAR: 'hearing',
	ICOMM: 'personal_communication',
	INPR: 'article-journal',
	JFULL: 'periodical',
	JOUR: 'article-journal',
	LEGAL: 'legislation',
	MANSCPT: 'manuscript',
	MAP: 'map',
	MGZN: 'article-magazine',
	MPCT: 'motion_picture',
	MULTI: 'document',
	MUSIC: 'musical_score',
	NEWS: 'article-newspaper',
	PAMP: 'pamphlet',
	PAT: 'patent',
	PCOMM: 'personal_communication',
	RPRT: 'report',
	SER: 'periodical',
	SLIDE: 'speech',
	SOUND: 'song',
	STAND: 'standard',
	STAT: 'legislation',
	STD: 'standard',
	THES: 'thesis',
	UNBILL: 'bill',
	UNPB: 'manuscript',
	UNPD: 'manuscript',
	VIDEO: 'motion_picture',
	WEB: 'webpage'
};

/** Types whose own title is that of a book: a second title is that of its series, its pages are counted. */
export const BOOKLIKE: ReadonlySet<string> = new Set([
	'BOOK',
	'EBOOK',
	'EDBOOK',
	'CTLG',
	'CLSWK',
	'PAMP',
	'THES',
	'RPRT',
	'GOVDOC',
	'MAP',
	'STAND',
	'STD'
]);
/** Types that are parts of a book, so that their standard number is the book's. */
export const PART_OF_BOOK: ReadonlySet<string> = new Set([
	'CHAP',
	'ECHAP',
	'ENCYC',
	'DICT',
	'CONF',
	'CPAPER'
]);

/** Types of CSL that are not the first of those that come back as them, or that RIS has no type of its own for. */
const OTHERS: Record<string, string> = {
	article: 'JOUR',
	'article-journal': 'JOUR',
	'paper-conference': 'CPAPER',
	review: 'JOUR',
	'review-book': 'JOUR',
	book: 'BOOK',
	chapter: 'CHAP',
	dataset: 'DATA',
	document: 'GEN',
	entry: 'ENCYC',
	periodical: 'JFULL',
	post: 'BLOG',
	webpage: 'ELEC',
	motion_picture: 'MPCT',
	figure: 'FIGURE',
	bill: 'BILL',
	classic: 'CLSWK',
	legislation: 'STAT',
	manuscript: 'UNPB',
	standard: 'STAND',
	personal_communication: 'PCOMM',
	report: 'RPRT'
};

const FIRST = Object.fromEntries(
	Object.entries(RIS_TYPES)
		.map(([ris, csl]) => [csl, ris])
		.reverse()
) as Record<string, string>;

export const risTypeOf = (csl: string): string =>
	Object.hasOwn(OTHERS, csl) ? OTHERS[csl] : Object.hasOwn(FIRST, csl) ? FIRST[csl] : 'GEN';
