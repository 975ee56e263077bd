import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { yearOf } from '../src/core/evidence/citation';
import { patternFaults } from '../src/core/search';
import { DEMO_INDEXES } from './indexes';
import { AFFILIATIONS, SOURCES } from './people';
import { generateRecords } from './record-generator';
import { DEMO_DIALECTS, DEMO_LIMITS } from './searching';
import type { IndexCode } from './themes';
import { demoUri, parseVocabularyText, type TextVocabulary } from './vocabulary-text';

const CODES = DEMO_INDEXES.map(({ code }) => code) as IndexCode[];
const vocabularies = Object.fromEntries(
	CODES.map((code) => [
		code,
		parseVocabularyText(readFileSync(new URL(`./vocabularies/${code}.txt`, import.meta.url), 'utf8'))
	])
) as Record<IndexCode, TextVocabulary>;
const hasChief = (code: IndexCode) => DEMO_INDEXES.find((index) => index.code === code)?.hasChief ?? false;
const made = generateRecords(vocabularies, hasChief);
const all = CODES.flatMap((code) => made[code].map((record) => ({ code, ...record })));

describe('the records of the demo', () => {
	it('are as many as they should be, some of them for later, the same every time', () => {
		const now = (code: IndexCode) => made[code].filter(({ later }) => !later).length;
		expect(CODES.map(now)).toEqual([4_000, 5_000, 5_000, 4_000]);
		expect(all.filter(({ later }) => later)).toHaveLength(240);
		expect(JSON.stringify(generateRecords(vocabularies, hasChief).alder)).toBe(JSON.stringify(made.alder));
	}, 30_000);

	it('stand in several indexes for about an eighth of the works, with slightly differing citations', () => {
		const byWork = new Map<number, typeof all>();
		for (const record of all) byWork.set(record.work, [...(byWork.get(record.work) ?? []), record]);
		const shared = [...byWork.values()].filter(({ length }) => length > 1);
		expect(shared.length / byWork.size).toBeGreaterThan(0.11);
		expect(shared.length / byWork.size).toBeLessThan(0.13);
		expect(shared.every((records) => new Set(records.map(({ code }) => code)).size === records.length)).toBe(
			true
		);
		const differing = shared.filter(([first, ...others]) =>
			others.some(({ item }) => item.title !== first.item.title || item.DOI !== first.item.DOI)
		);
		expect(differing.length / shared.length).toBeGreaterThan(0.2);
	});

	it('carry headings of their vocabulary, none before it was introduced, chief ones only where they are marked', () => {
		const entries = new Map(
			CODES.flatMap((code) =>
				vocabularies[code].entries.map((entry) => [demoUri(code, entry.name ?? entry.label), entry] as const)
			)
		);
		const wrong = all.filter(({ code, taggings, item, cites = [] }) => {
			const year = yearOf(item) ?? 2_000;
			return (
				cites.includes(item.id) ||
				year < 1984 ||
				year > 2026 ||
				taggings.some(({ uri, chief, aspect }) => {
					const entry = entries.get(uri);
					return (
						!entry || (chief && !hasChief(code)) || (aspect !== undefined && !entry.aspects.includes(aspect))
					);
				})
			);
		});
		expect(wrong.map(({ key }) => key)).toEqual([]);
		const early = all.filter(({ code, item }) => code === 'sorrel' && (yearOf(item) ?? 9_999) < 2010);
		const soundscape = demoUri('sorrel', 'Soundscape');
		expect(early.some(({ taggings }) => taggings.some(({ uri }) => uri === soundscape))).toBe(false);
	});

	it('come out where their kind does: a thesis of one person from a school, papers in proceedings, chapters in books', () => {
		for (const { code, item } of all) {
			const { journals, proceedings, magazines, books } = SOURCES[code];
			const container = item['container-title'];
			switch (item.type) {
				case 'thesis':
					expect(item.author).toHaveLength(1);
					expect(Object.values(AFFILIATIONS).flat()).toContain(item.publisher);
					expect(container).toBeUndefined();
					break;
				case 'paper-conference':
					expect(proceedings).toContain(container);
					break;
				case 'chapter':
					expect(books).toContain(container);
					expect(item.publisher).toBeDefined();
					break;
				case 'article-magazine':
				case 'article-newspaper':
					expect(magazines).toContain(container);
					break;
				case 'article-journal':
				case 'review':
					expect(journals).toContain(container);
			}
		}
	});

	it('have authors tied to where they work, some of whom write much about one thing', () => {
		const works = new Map<string, { themes: Map<string, number>; count: number }>();
		for (const { item, taggings } of all) {
			const { affiliations = [], affiliationsOfAuthors = [] } = item.custom ?? {};
			if (affiliationsOfAuthors.length > 0)
				expect(affiliationsOfAuthors).toHaveLength(item.author?.length ?? 0);
			expect(affiliationsOfAuthors.flat().every((place) => place < affiliations.length)).toBe(true);
			const [first] = item.author ?? [];
			const name = `${first.given?.[0]} ${first.family}`;
			const own = works.get(name) ?? { themes: new Map(), count: 0 };
			own.count++;
			for (const { label } of taggings) own.themes.set(label, (own.themes.get(label) ?? 0) + 1);
			works.set(name, own);
		}
		const prolific = [...works.values()].filter(({ count }) => count >= 20);
		expect(prolific.length).toBeGreaterThan(20);
		// On the middle, more than a quarter of what each of them writes carries one and the same heading.
		const shares = prolific
			.map(({ themes, count }) => Math.max(...themes.values()) / count)
			.sort((a, b) => a - b);
		expect(shares[shares.length >> 1]).toBeGreaterThan(0.25);
	});

	it('refer to works of their own field: most that are referred to share a heading or a place in the vocabulary', () => {
		const byKey = new Map(all.map((record) => [record.key, record]));
		const parents = new Map(
			CODES.flatMap((code) =>
				vocabularies[code].entries.map(({ label, parent }) => [`${code} ${label}`, parent ?? label] as const)
			)
		);
		const places = ({ code, taggings }: (typeof all)[number]) =>
			new Set(taggings.flatMap(({ label }) => [label, parents.get(`${code} ${label}`) ?? label]));
		let near = 0;
		let references = 0;
		for (const record of all)
			for (const key of record.cites ?? []) {
				const cited = byKey.get(key);
				if (!cited) continue;
				references++;
				const own = places(record);
				near += Number([...places(cited)].some((place) => own.has(place)));
			}
		expect(references).toBeGreaterThan(20_000);
		expect(near / references).toBeGreaterThan(0.8);
	});

	it('are labelled for a part of the limits of their index, with its values', () => {
		for (const code of CODES)
			for (const { field, kind, values } of DEMO_LIMITS[code]) {
				if (kind === 'flag') continue;
				const labelled = made[code].flatMap(({ limits = {} }) => (limits[field] ? [limits[field]] : []));
				expect(labelled.length).toBeGreaterThan(made[code].length * 0.2);
				expect(labelled.length).toBeLessThan(made[code].length);
				if (kind === 'choice') expect(labelled.flat().every((value) => values.includes(value))).toBe(true);
			}
	});

	it('are searched in dialects whose patterns hold together, each with something it cannot say', () => {
		for (const code of CODES) {
			expect(patternFaults(DEMO_DIALECTS[code])).toEqual([]);
			expect(Object.values(DEMO_DIALECTS[code])).toContain('');
		}
	});
});
