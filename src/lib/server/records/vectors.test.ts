import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { vectorsOf, type Term } from '../../../core/search';
import { wordsOf, fold } from '../../../core/text';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { WantedTerms } from './vectors';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

const word = fc.constantFrom('noise', 'noisy', 'Ñandú', 'ward', 'wards', 'sleep', '静か', 'rest', 'no');
const text = fc.array(word, { maxLength: 12 }).map((words) => words.join(' '));
const term: fc.Arbitrary<Term> = fc
	.tuple(word, fc.boolean())
	.map(([written, stem]) => ({ text: fold(written), stem }));

describe('terms in a stored vector', () => {
	it('are counted as in the texts, in title and abstract apart', async () => {
		await fc.assert(
			fc.asyncProperty(
				text,
				text,
				fc.array(text, { maxLength: 2 }),
				fc.uniqueArray(term, { maxLength: 5, selector: ({ text: t, stem }) => `${t}${stem}` }),
				async (title, abstract, keywords, terms) => {
					const { topic } = vectorsOf({
						title,
						abstract,
						keywords,
						headings: ['noise ward'],
						author: [],
						source: '',
						affiliation: [],
						funder: []
					});
					const [{ vector }] = await connection().sql<{ vector: Buffer }>`
						select tsvectorsend(${topic}::text::tsvector) as vector`;
					const found = new WantedTerms(terms).occurrencesIn(vector);
					const count = (written: string, { text: wanted, stem }: Term) =>
						wordsOf(fold(written)).filter((one) => (stem ? one.startsWith(wanted) : one === wanted)).length;
					terms.forEach((one, i) => {
						expect(found.title.get(i) ?? 0).toBe(count(title, one));
						expect(found.abstract.get(i) ?? 0).toBe(count(abstract, one));
					});
				}
			),
			{ numRuns: 80 }
		);
	});
});
