/**
 * The demo's records: about 18,000 in four indexes, the same every time. A work is thought up first (what it is about,
 * who wrote it, where it came out); then each index that takes it in describes it in its own way: with its headings, as a
 * busy indexer would choose them, its limits, and a citation that differs a little from the others'.
 */
import type { RecordDraft } from '../src/core/formats/record-draft';
import { citationOf, limitsOf, taggingsOf } from './indexing';
import { Chance } from './random';
import { Researchers } from './researchers';
import { Shelf } from './shelf';
import { INDEX_CODES, THEMES, type IndexCode } from './themes';
import type { TextVocabulary } from './vocabulary-text';
import { thinkUp, type Work } from './works';

export interface DemoRecord extends RecordDraft {
	/** It is not there yet when the demo opens, and comes in later. */
	later: boolean;
	/** Number of the work, the same in every index that has it. */
	work: number;
}

/** Records of each index, those that come later left out. */
const SIZES: Record<IndexCode, number> = { bracken: 4_000, sorrel: 5_000, yarrow: 5_000, alder: 4_000 };
/** Of the works about a theme, which are about half of all: so 12 % of all works stand in several indexes. */
const SHARED = 0.255;
const FIRST_YEAR = 1985;
const LAST_YEAR = 2026;

/** Records of the same index about the same thing, the latest last, from which references are drawn. */
class Cited {
	private readonly bySubject = new Map<string, string[]>();

	/** Keys of earlier records of its field to refer to; then the record itself may be referred to. */
	draw(chance: Chance, code: IndexCode, key: string, { subjects }: Work): string[] {
		const cites = new Set<string>();
		for (const { theme, headings } of subjects) {
			const name = `${code} ${theme?.name ?? headings[code]?.[0] ?? ''}`;
			const earlier = this.bySubject.get(name) ?? [];
			for (let i = chance.number(0, 4); i > 0 && earlier.length > 0; i--)
				cites.add(
					earlier[earlier.length - 1 - Math.floor((earlier.length * chance.number(0, 99) ** 2) / 10_000)]
				);
			this.bySubject.set(name, [...earlier.slice(-200), key]);
		}
		return [...cites];
	}
}

/**
 * All records of the demo, by index, in the order in which they were published. The same for the same vocabularies.
 * @param vocabularies as they are written by hand
 * @param hasChief whether an index marks chief headings
 */
export function generateRecords(
	vocabularies: Record<IndexCode, TextVocabulary>,
	hasChief: (code: IndexCode) => boolean
): Record<IndexCode, DemoRecord[]> {
	const chance = new Chance(1_985);
	const shelves = new Map(INDEX_CODES.map((code) => [code, new Shelf(code, vocabularies[code])]));
	const shelf = (code: IndexCode) => shelves.get(code) as Shelf;
	const made: Record<IndexCode, DemoRecord[]> = { bracken: [], sorrel: [], yarrow: [], alder: [] };
	const cited = new Cited();
	const researchers = new Researchers(
		chance,
		new Map(
			INDEX_CODES.map((code) => [
				code,
				[
					...THEMES.filter(({ indexes }) => indexes.includes(code)).map(({ name }) => name),
					...new Set(shelf(code).subjects.map(({ interest }) => interest))
				]
			])
		)
	);
	const total = INDEX_CODES.reduce((sum, code) => sum + SIZES[code], 0);
	// Each year has somewhat more than the one before.
	const span = LAST_YEAR - FIRST_YEAR;
	const yearAt = (part: number) =>
		Math.min(LAST_YEAR, FIRST_YEAR + Math.floor((span + 1) * Math.sqrt(0.02 + part * 0.98)));
	let placed = 0;
	const room = () => INDEX_CODES.filter((code) => made[code].length < SIZES[code]);
	const take = (work: Work, code: IndexCode, isFirst: boolean, later: boolean) => {
		const key = `${code[0].toUpperCase()}-${String(made[code].length + 1).padStart(5, '0')}`;
		const taggings = taggingsOf(chance, work, shelf(code), hasChief(code));
		made[code].push({
			key,
			item: citationOf(chance, work, code, key, isFirst),
			limits: limitsOf(chance, work, code),
			taggings,
			cites: cited.draw(chance, code, key, work),
			later,
			work: work.number
		});
		placed++;
	};
	const homeOf = () => {
		const open = room();
		// The index that is furthest behind its share, most of the time, so that all are filled evenly.
		const behind = [...open].sort((a, b) => made[a].length / SIZES[a] - made[b].length / SIZES[b])[0];
		return chance.is(0.5) ? behind : chance.of(open);
	};
	for (let number = 1; placed < total; number++) {
		const home = homeOf();
		const work = thinkUp(chance, number, yearAt(placed / total), shelf(home), researchers);
		take(work, home, true, false);
		if (!chance.is(SHARED) || !work.subjects.some(({ theme }) => theme)) continue;
		const others = chance.some(
			room().filter((code) => code !== home),
			chance.is(0.2) ? 2 : 1
		);
		for (const code of others) take(work, code, false, false);
	}
	for (let number = 90_001; number <= 90_240; number++) {
		const home = chance.of(INDEX_CODES);
		take(thinkUp(chance, number, LAST_YEAR, shelf(home), researchers), home, true, true);
	}
	return made;
}
