/** Records of every kind for tests: with any variables, in texts that formats have trouble with. */
import fc from 'fast-check';
import type { RecordDraft } from './record-draft';

/** Signs that mean something in one of the formats. */
const ODD = [
	'{',
	'}',
	'\\',
	'%',
	'&',
	'#',
	'_',
	'^',
	'~',
	'$',
	'"',
	"'",
	'`',
	'--',
	'<i>',
	'</i>',
	'<',
	'|',
	';',
	',',
	' and ',
	'\n',
	'  ',
	'é',
	'ø',
	'Ǿ',
	'ﬁ',
	'日本',
	'ע',
	'𝛼',
	'@',
	'=',
	':',
	'/'
];
const text = fc
	.array(fc.oneof(fc.stringMatching(/^[A-Za-z0-9 ]{1,6}$/), fc.constantFrom(...ODD)), {
		minLength: 1,
		maxLength: 6
	})
	.map((parts) => parts.join(''))
	.filter((one) => one.trim() !== '');
/** A text of one line without what parts lists. */
const word = fc.stringMatching(/^[A-Za-z][a-z]{0,6}( [A-Za-z(][a-z)]{0,5}){0,2}$/);
const name = fc.oneof(
	fc.record({ family: text, given: text }),
	fc.record({ family: word, given: word }),
	fc.record({ literal: text }),
	fc.record({ family: word, given: word, suffix: fc.constant('Jr.') }),
	fc.record({ family: word, given: word, 'non-dropping-particle': fc.constant('van der') }),
	fc.record({ family: word })
);
const names = fc.array(name, { minLength: 1, maxLength: 3 });
const day = fc.oneof(
	fc.tuple(fc.integer({ min: 1000, max: 2100 })),
	fc.tuple(fc.integer({ min: 1000, max: 2100 }), fc.integer({ min: 1, max: 12 })),
	fc.tuple(
		fc.integer({ min: 1000, max: 2100 }),
		fc.integer({ min: 1, max: 12 }),
		fc.integer({ min: 1, max: 28 })
	)
);
const date = fc.oneof(
	day.map((parts) => ({ 'date-parts': [[...parts]] })),
	fc.tuple(day, day).map((both) => ({ 'date-parts': both.map((parts) => [...parts]) })),
	fc.constant({ literal: 'in press' })
);
const TYPES = [
	'article-journal',
	'book',
	'chapter',
	'thesis',
	'report',
	'paper-conference',
	'article-magazine',
	'article-newspaper',
	'review',
	'dataset',
	'webpage',
	'entry',
	'document'
];
const page = fc.constantFrom('5', '5-9', '5–9', 'e12', '5, 7-9', 'iv-xii', '12-');

const item = fc.record(
	{
		type: fc.constantFrom(...TYPES),
		title: text,
		author: names,
		editor: names,
		translator: names,
		'container-title': text,
		'collection-title': word,
		'event-title': word,
		issued: date,
		accessed: date,
		volume: fc.oneof(fc.constantFrom('12', 'A 3'), fc.integer({ min: 1, max: 99 })),
		issue: fc.constantFrom('3', '4-5'),
		number: fc.constantFrom('7', 'R-12'),
		page,
		'number-of-pages': fc.constantFrom('200', 'xii, 200'),
		edition: fc.constantFrom('2', 'second, revised'),
		publisher: text,
		'publisher-place': word,
		genre: fc.constantFrom('Master’s thesis', 'working paper', 'phdthesis'),
		DOI: fc.constantFrom('10.5555/ab_c', '10.5555/x(1)%2'),
		ISBN: fc.constantFrom('9780000000002', '0-00-000000-0'),
		ISSN: fc.constantFrom('1234-5678'),
		URL: fc.constantFrom('https://x.example/a_b?c=%20d&e#f', 'https://x.example/{a}'),
		language: fc.constantFrom('en', 'pt-BR', 'deu'),
		abstract: text,
		note: text,
		'title-short': word,
		'reviewed-title': word,
		keyword: fc.uniqueArray(word, { minLength: 1, maxLength: 3 }).map((all) => all.join('; ')),
		custom: fc.record({ affiliations: fc.array(text, { maxLength: 2 }), peerReviewed: fc.boolean() }),
		PMID: fc.constant('12345')
	},
	{ requiredKeys: ['type', 'title'] }
);

/** @param labels of headings that are known, each its own URI */
export const anyDraft = (labels: readonly string[]): fc.Arbitrary<RecordDraft> =>
	fc
		.record({
			key: fc
				.oneof(
					fc.stringMatching(/^[a-z]{1,8}[0-9]{1,3}$/),
					fc.stringMatching(/^[a-z ,:{}%é/]{1,8}[0-9]{1,5}$/)
				)
				.map((key) => key.trim()),
			item,
			taggings: fc.uniqueArray(
				fc.record({
					label: fc.constantFrom(...labels),
					chief: fc.boolean(),
					aspect: fc.option(fc.constantFrom('causes', 'costs / benefits'), { nil: undefined })
				}),
				{ maxLength: 3, selector: ({ label, aspect }) => `${label} ${aspect}` }
			),
			limits: fc.option(
				fc.dictionary(
					fc.constantFrom('oak.shift', 'oak.ageBand'),
					fc.uniqueArray(fc.constantFrom('night', 'day = long', 'school age'), { minLength: 1, maxLength: 2 })
				),
				{ nil: undefined }
			),
			cites: fc.option(
				fc.uniqueArray(fc.stringMatching(/^[a-z]{1,4}[0-9]$/), { minLength: 1, maxLength: 3 }),
				{ nil: undefined }
			)
		})
		.map(({ key, item: one, taggings, limits, cites }) => ({
			key,
			item: { id: key, ...one },
			taggings: taggings.map(({ aspect, label, chief }) => ({
				uri: `https://x.example/${encodeURIComponent(label)}`,
				label,
				chief,
				...(aspect !== undefined && { aspect })
			})),
			...(limits && Object.keys(limits).length > 0 && { limits }),
			...(cites && { cites })
		}));
