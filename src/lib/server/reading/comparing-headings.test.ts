import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { VOCABULARY } from '../records/yarrow.test-aid';
import '../wings';
import { overlapOfHeadings } from './comparing-headings';

const CODES = ['yarrow', 'fern'];
const HEADINGS = ['noise', 'alarm', 'sleep'] as const;
const CARRIED: Record<(typeof HEADINGS)[number], (code: number, i: number) => boolean> = {
	noise: (code, i) => i % (2 + code) === 0,
	alarm: (code, i) => i % 3 === code,
	sleep: (_, i) => i < 12
};
/** Works of some numbers stand in both indexes, known by their DOI. */
const workOf = (code: number, i: number) => (i % 4 === 1 ? `shared ${i}` : `${code} ${i}`);
const draftOf = (code: number, i: number): RecordDraft => ({
	key: `${CODES[code]}-${i}`,
	item: {
		id: String(i),
		type: 'report',
		title: `Work ${workOf(code, i)}`,
		...(i % 4 === 1 && { DOI: `10.5555/w.${i}` })
	},
	taggings: HEADINGS.filter((name) => CARRIED[name](code, i)).map((name) => ({
		uri: `https://y.example/${name}`,
		label: name,
		chief: false
	}))
});

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await loadTurtle('fern', VOCABULARY);
	for (const [code, name] of CODES.entries())
		await store(
			name,
			Array.from({ length: 40 }, (_, i) => draftOf(code, i))
		);
	await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '', indexes: CODES });
});
afterAll(() => dropDatabase(url));

it('headings of any indexes share the works that their records are of, counted by hand', async () => {
	const all = CODES.flatMap((_, code) => HEADINGS.map((name) => ({ code, name })));
	await fc.assert(
		fc.asyncProperty(fc.shuffledSubarray(all, { minLength: 2, maxLength: 5 }), async (some) => {
			const overlap = await overlapOfHeadings(
				LOCAL_PERSON,
				'q',
				some.map(({ code, name }) => ({ index: CODES[code], heading: `https://y.example/${name}` }))
			);
			const works = some.map(
				({ code, name }) =>
					new Set(
						Array.from({ length: 40 }, (_, i) => i)
							.filter((i) => CARRIED[name](code, i))
							.map((i) => workOf(code, i))
					)
			);
			expect(overlap.sets.map(({ count }) => count)).toEqual(works.map(({ size }) => size));
			expect(overlap.total).toBe(new Set(works.flatMap((own) => [...own])).size);
			expect(overlap.pairs).toEqual(
				works.map((a) => works.map((b) => [...a].filter((work) => b.has(work)).length))
			);
		})
	);
	const gone = [
		{ index: 'yarrow', heading: 'https://y.example/noise' },
		{ index: 'fern', heading: 'https://y.example/nothing' }
	];
	await expect(overlapOfHeadings(LOCAL_PERSON, 'q', gone)).rejects.toMatchObject({ status: 404 });
	// An index that the inquiry does not use is not told of, though it is there.
	await createInquiry(LOCAL_PERSON, { id: 'one', title: 'One', question: '', indexes: ['yarrow'] });
	const other = CODES.map((index) => ({ index, heading: 'https://y.example/noise' }));
	expect((await overlapOfHeadings(LOCAL_PERSON, 'q', other)).total).toBeGreaterThan(0);
	await expect(overlapOfHeadings(LOCAL_PERSON, 'one', other)).rejects.toMatchObject({
		code: 'index-not-used'
	});
});
