import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { LOCAL_PERSON } from '../people/access';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { currentIndex, editionIndex } from '../vocabulary/editions';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import { suggestionsFor } from './suggesting';
import { createIndex } from '../vocabulary/subject-indexes';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { recordsOfHeading } from '../browse/look-up';
import { recordEvidence } from './record-evidence';
import { storeRecords } from '../records/record-store';

const CODES = ['reed', 'sedge'] as const;
type Code = (typeof CODES)[number];
const HEADINGS = ['noise', 'alarm', 'sleep', 'rest'];
const uriOf = (name: string) => `https://y.example/${name}`;
/** Alarms are narrower than noise. */
const VOCABULARY = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix oak: <https://oakmoss.example/terms#> . @prefix y: <https://y.example/> .
${HEADINGS.map((name) => `y:${name} a skos:Concept ; skos:prefLabel "${name}"@en ; oak:aspect "causes", "care" .`).join('\n')}
y:alarm skos:broader y:noise .`;

let url: string;
const drafts = {} as Record<Code, RecordDraft[]>;

/** Works, some in both indexes; tagged and worded at random. */
const someWork = fc.record({
	where: fc.constantFrom<Code[][]>(['reed'], ['sedge'], ['reed', 'sedge']),
	words: fc.subarray(['echo', 'quiet', 'night']),
	year: fc.option(fc.integer({ min: 1990, max: 2000 }), { nil: undefined }),
	tags: fc.record(
		Object.fromEntries(
			CODES.map((code) => [
				code,
				fc.subarray(HEADINGS).chain((names) =>
					fc.tuple(
						...names.map((name) =>
							fc.record({
								name: fc.constant(name),
								aspect: fc.constantFrom(undefined, 'causes', 'care')
							})
						)
					)
				)
			])
		) as Record<Code, fc.Arbitrary<{ name: string; aspect: string | undefined }[]>>
	)
});

beforeAll(async () => {
	url = await migratedDatabase();
	const works = fc.sample(someWork, { numRuns: 160 });
	for (const code of CODES) {
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
		await loadTurtle(code, VOCABULARY);
		drafts[code] = works.flatMap(({ where, words, year, tags }, i) =>
			!where.includes(code)
				? []
				: [
						{
							key: `${code} ${i}`,
							item: {
								id: `${code} ${i}`,
								type: 'article-journal',
								title: `On ${words.join(' and ')}`,
								DOI: `10.5555/${i}`,
								...(year !== undefined && { issued: { 'date-parts': [[year]] } })
							},
							limits: {},
							taggings: tags[code].map(({ name, aspect }) => ({
								uri: uriOf(name),
								label: name,
								chief: false,
								...(aspect !== undefined && { aspect })
							}))
						}
					]
		);
		await connection().sql.begin((tx) => storeRecords(tx, code, drafts[code]));
	}
});
afterAll(() => dropDatabase(url));

const has = (draft: RecordDraft, name: string) => draft.taggings.some(({ uri }) => uri === uriOf(name));
const test = (name: string) => ({
	headings: [{ uri: uriOf(name), label: name }],
	withNarrower: false,
	cuts: [],
	chief: false,
	aspects: []
});

async function evidence(words: string[], picks: string[]) {
	const [current, other] = await Promise.all(CODES.map((code) => currentIndex(code)));
	if (!current.edition) throw new Error('No edition.');
	const index = await editionIndex(current.edition);
	const found = await recordEvidence(current, index, words, [{ current: other, picks: picks.map(test) }]);
	const byName = <T extends { heading: number }>(list: readonly T[] | undefined) =>
		list && Object.fromEntries(list.map(({ heading, ...counts }) => [index.names.at(heading), counts]));
	return { association: byName(found.association), coTagging: byName(found.coTagging) };
}

/** Counts of every heading that any of the part has. */
function naive(part: RecordDraft[], all: RecordDraft[]) {
	const rows = HEADINGS.map((name) => {
		const a = part.filter((draft) => has(draft, name)).length;
		const whole = all.filter((draft) => has(draft, name)).length;
		return [name, { a, n: part.length, whole, all: all.length }] as const;
	});
	return Object.fromEntries(rows.filter(([, { a }]) => a > 0));
}

describe('evidence from records', () => {
	it('counts headings on records that say each text, whatever it is, against the whole index', async () => {
		for (const word of ['echo', 'night']) {
			const saying = drafts.reed.filter(({ item }) => item.title?.includes(word));
			const { association = {} } = await evidence([word, '*'], []);
			const counted = naive(saying, drafts.reed);
			expect(saying.length).toBeGreaterThan(10);
			// Those that come no oftener here than elsewhere are left out, and those on hardly any.
			const wanted = Object.entries(counted).filter(([, { a, n, whole, all }]) => {
				const times = a / n / (whole / all);
				return a >= 3 && times > 1 && (whole * 20 <= all || times >= 2);
			});
			expect(Object.keys(association).sort()).toEqual(wanted.map(([name]) => name).sort());
			for (const [name, { a, n, whole, all }] of wanted)
				expect(association[name]).toMatchObject({
					text: word,
					on: a,
					of: n,
					lift: expect.closeTo(a / n / (whole / all), 6),
					share: 1
				});
		}
		// A word that is only in headings says nothing for them, and no words say nothing at all.
		expect(await evidence(['alarm'], [])).toEqual({});
		expect(await evidence([], [])).toEqual({});
	});

	it('counts headings on works that are tagged in another index with what is picked there', async () => {
		const shared = (draft: RecordDraft) => drafts.sedge.find(({ item }) => item.DOI === draft.item.DOI);
		const all = drafts.reed.filter(shared);
		expect(all.length).toBeGreaterThan(20);
		for (const picks of [['sleep'], ['sleep', 'alarm']]) {
			const tagged = all.filter((draft) => picks.some((name) => has(shared(draft) as RecordDraft, name)));
			expect((await evidence([], picks)).coTagging).toEqual(naive(tagged, all));
		}
		// A record that leaves the other index's heading changes the count with the next asking.
		const [first] = all.filter((draft) => has(shared(draft) as RecordDraft, 'sleep'));
		const changed = { ...(shared(first) as RecordDraft), taggings: [] };
		await connection().sql.begin((tx) => storeRecords(tx, 'sedge', [changed]));
		drafts.sedge = drafts.sedge.map((draft) => (draft.key === changed.key ? changed : draft));
		const left = all.filter((draft) => has(shared(draft) as RecordDraft, 'sleep'));
		expect((await evidence([], ['sleep'])).coTagging).toEqual(naive(left, all));
	});
});

describe('suggestions for a cell', () => {
	it('take what records have for the words of the concept, but not for a word that is off in the index', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'q', title: 'Q', question: '' });
		const send = (command: Command) => changeInquiry(LOCAL_PERSON, 'q', command);
		await send({ kind: 'about.set', indexes: [...CODES] });
		await send({ kind: 'concept.add', id: 'c', name: 'sleep' });
		await send({ kind: 'word.add', id: 'w', conceptId: 'c', text: 'night' });
		const kinds = async () =>
			(await suggestionsFor(LOCAL_PERSON, 'q', 'c', 'reed')).flatMap(({ evidence }) =>
				evidence.map(({ kind }) => kind)
			);
		// Records on nights are tagged with sleep far more often than others, whatever was drawn.
		const on = (time: string, names: string[], length: number) =>
			Array.from({ length }, (_, i) => ({
				key: `${time} ${i}`,
				item: { id: `${time} ${i}`, type: 'report', title: `${time} after ${time}` },
				limits: {},
				taggings: names.map((name) => ({ uri: uriOf(name), label: name, chief: false }))
			}));
		const more = [...on('night', ['sleep'], 40), ...on('day', [], 200)];
		await connection().sql.begin((tx) => storeRecords(tx, 'reed', more));
		drafts.reed = [...drafts.reed, ...more];
		expect(await kinds()).toContain('association');
		await send({ kind: 'word.set', id: 'w', off: ['reed'] });
		expect(await kinds()).not.toHaveLength(0);
		// The name alone stands in no title, so there is nothing to be had from records.
		expect(await kinds()).not.toContain('association');
	});
});

describe('the records of a heading', () => {
	it('are counted by year, alone and with narrower, and by aspect, as going through them does', async () => {
		const found = await recordsOfHeading(LOCAL_PERSON, 'reed', 'noise');
		const yearOf = ({ item }: RecordDraft) => item.issued?.['date-parts']?.[0][0];
		const years = drafts.reed.flatMap((draft) => yearOf(draft) ?? []) as number[];
		expect(found.from).toBe(Math.min(...years));
		expect(found.alone).toHaveLength(Math.max(...years) - Math.min(...years) + 1);
		const below = (draft: RecordDraft) => has(draft, 'noise') || has(draft, 'alarm');
		found.alone.forEach((count, i) => {
			const those = drafts.reed.filter((draft) => yearOf(draft) === found.from + i);
			expect(count).toBe(those.filter((draft) => has(draft, 'noise')).length);
			expect(found.withNarrower[i]).toBe(those.filter(below).length);
		});
		expect(found.withoutYear).toBe(drafts.reed.filter((d) => below(d) && yearOf(d) === undefined).length);
		const withAspect = (aspect: string) =>
			drafts.reed.filter(({ taggings }) =>
				taggings.some((tag) => tag.uri === uriOf('noise') && tag.aspect === aspect)
			).length;
		expect(Object.fromEntries(found.aspects.map(({ aspect, records }) => [aspect, records]))).toEqual({
			causes: withAspect('causes'),
			care: withAspect('care')
		});
	});

	it('are none where an index has none', async () => {
		await createIndex(LOCAL_PERSON, { code: 'bare', name: 'bare', discipline: '' });
		await loadTurtle('bare', VOCABULARY);
		expect(await recordsOfHeading(LOCAL_PERSON, 'bare', 'noise')).toMatchObject({
			alone: [],
			withNarrower: [],
			withoutYear: 0
		});
		await expect(recordsOfHeading(LOCAL_PERSON, 'bare', 'nowhere')).rejects.toMatchObject({ status: 404 });
	});
});
