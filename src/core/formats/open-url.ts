/** A work as an OpenURL (ANSI/NISO Z39.88-2004, key/encoded-value format), which the link resolver of a library takes. */
import { type CslItem, normalDoi, yearOf } from '../evidence/citation';

/** The community profile's formats and genres, by CSL type. */
const FORMATS: Record<string, { format: 'journal' | 'book' | 'dissertation'; genre?: string }> = {
	'article-journal': { format: 'journal', genre: 'article' },
	article: { format: 'journal', genre: 'article' },
	'article-magazine': { format: 'journal', genre: 'article' },
	'article-newspaper': { format: 'journal', genre: 'article' },
	review: { format: 'journal', genre: 'article' },
	'paper-conference': { format: 'book', genre: 'proceeding' },
	book: { format: 'book', genre: 'book' },
	chapter: { format: 'book', genre: 'bookitem' },
	report: { format: 'book', genre: 'report' },
	thesis: { format: 'dissertation' }
};

/**
 * The address at which a resolver is asked for a work. O(length).
 * @param base of the resolver; what it has after a question mark stays
 * @param source name of the index that the record is from
 */
export function openUrlOf(item: CslItem, base: string, source: string): string {
	const { format, genre } = FORMATS[item.type] ?? { format: 'book', genre: 'unknown' };
	const url = new URL(base);
	const add = (key: string, value: unknown) => {
		if (value !== undefined && value !== '') url.searchParams.append(key, String(value));
	};
	add('url_ver', 'Z39.88-2004');
	add('url_ctx_fmt', 'info:ofi/fmt:kev:mtx:ctx');
	add('ctx_ver', 'Z39.88-2004');
	add('ctx_enc', 'info:ofi/enc:UTF-8');
	add('rfr_id', `info:sid/oakmoss.example:${source.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`);
	add('rft_val_fmt', `info:ofi/fmt:kev:mtx:${format}`);
	const doi = normalDoi(item.DOI);
	if (doi) add('rft_id', `info:doi/${doi}`);
	const rft = (key: string, value: unknown) => add(`rft.${key}`, value);
	const container = item['container-title'];
	if (format === 'dissertation') {
		rft('title', item.title);
		rft('inst', item.publisher);
	} else {
		rft('genre', genre);
		const isPart = genre === 'article' || genre === 'bookitem' || genre === 'proceeding';
		if (isPart) {
			rft('atitle', item.title);
			rft(format === 'journal' ? 'jtitle' : 'btitle', container);
		} else rft('btitle', item.title);
		if (format === 'book') rft('pub', item.publisher);
	}
	const [first, ...others] = item.author ?? [];
	if (first?.literal) rft('au', first.literal);
	else if (first) {
		rft('aulast', first.family);
		rft('aufirst', first.given);
	}
	for (const { family, given, literal } of others)
		rft('au', literal ?? [family, given].filter(Boolean).join(', '));
	rft('date', yearOf(item));
	if (format !== 'dissertation') {
		if (format === 'journal') {
			rft('volume', item.volume);
			rft('issue', item.issue);
		}
		const pages = /^\s*([\w.]+)\s*[-–—]\s*([\w.]+)\s*$/.exec(item.page ?? '');
		rft('spage', pages?.[1] ?? item.page);
		rft('epage', pages?.[2]);
		if (pages) rft('pages', `${pages[1]}-${pages[2]}`);
		rft(format === 'journal' ? 'issn' : 'isbn', format === 'journal' ? item.ISSN : item.ISBN);
	}
	return url.href;
}
