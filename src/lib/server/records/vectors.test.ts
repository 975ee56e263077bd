import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { vectorsOf } from '../../../core/search';
import { wordsOf, fold } from '../../../core/text';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { eachWordCounted } from './vectors';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

const word = fc.constantFrom('noise', 'noisy', 'Ñandú', 'ward', 'wards', 'sleep', '静か', 'rest', 'no');
const text = fc.array(word, { maxLength: 12 }).map((words) => words.join(' '));

describe('words of a stored vector', () => {
	it('are counted as in the texts, in title and abstract apart, and those of headings alone are left out', async () => {
		await fc.assert(
			fc.asyncProperty(text, text, fc.array(text, { maxLength: 2 }), async (title, abstract, keywords) => {
				const { topic } = vectorsOf({
					title,
					abstract,
					keywords,
					headings: ['noise corridor'],
					author: [],
					source: '',
					affiliation: [],
					funder: []
				});
				const [{ vector }] = await connection().sql<{ vector: Buffer }>`
					select tsvectorsend(${topic}::text::tsvector) as vector`;
				const counted = new Map<string, [number, number]>();
				eachWordCounted(vector, (one, inTitle, inAbstract) => counted.set(one, [inTitle, inAbstract]));
				const words = [title, abstract, ...keywords].flatMap((written) => wordsOf(fold(written)));
				const count = (written: string, one: string) =>
					wordsOf(fold(written)).filter((other) => other === one).length;
				expect([...counted.keys()].sort()).toEqual([...new Set(words)].sort());
				for (const [one, found] of counted) expect(found).toEqual([count(title, one), count(abstract, one)]);
			}),
			{ numRuns: 80 }
		);
	});
});
