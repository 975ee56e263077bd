/** People, places, sources and funders by the beginning of any word of their names, over several indexes. */
import { NameIndex, type NamesFoundIn } from '../../../core/lookup';
import { firstPlace } from '../../../core/lookup/sorted-lists';
import { allow, type Person } from '../people';
import { setsOf } from '../records';
import { currentIndexes } from '../vocabulary';
import { valuesOfDimension, type NamedValues } from './index-values';
import { type CountIn, type NameJoins, namingIndexes, personOfKey } from './people-of-records';

/** A place, a source or a funder. */
export interface NameLine {
	name: string;
	of: CountIn[];
}

/** An author; the forms of the name that are joined are one. */
export interface PersonLine extends NameLine {
	variants: string[];
}

type Group = 'people' | 'affiliations' | 'sources' | 'funders';

export interface NamesFound {
	people: PersonLine[];
	affiliations: NameLine[];
	sources: NameLine[];
	funders: NameLine[];
	/** How many names each group has in all; of people, forms of names. Beyond `MOST_COUNTED` no more than that. */
	totals: Record<Group, number>;
}

export const MOST_COUNTED = 1_000;
/** Names of an index that are looked at more closely, for each one that is shown. */
const LOOKED_AT = 4;

/** What is typed as names: every word of it begins a word of the name. O(names that the words begin). */
export async function namesFound(
	person: Person | undefined,
	codes: readonly string[],
	text: string,
	limit: number,
	joins?: NameJoins
): Promise<NamesFound> {
	allow(person, 'read');
	const [people, affiliations, sources, funders] = await Promise.all([
		peopleFound(codes, text, limit, joins),
		linesFound(codes, 'affiliation', text, limit),
		linesFound(codes, 'source', text, limit),
		linesFound(codes, 'funder', text, limit)
	]);
	return {
		people: people.lines,
		affiliations: affiliations.lines,
		sources: sources.lines,
		funders: funders.lines,
		totals: {
			people: people.total,
			affiliations: affiliations.total,
			sources: sources.total,
			funders: funders.total
		}
	};
}

/** An index with more has its names read when somebody first asks for them. */
const MOST_WARMED = 500_000;

/** Reads the names of every index ahead, one after the other, so that whoever types the first one does not wait for that. */
export async function warmUpNames(): Promise<void> {
	const indexes = (await currentIndexes()).filter(({ index }) => index.records <= MOST_WARMED);
	for (const { index } of indexes)
		for (const dimension of ['author', 'affiliation', 'source', 'funder'] as const)
			await namesIn([index.code], dimension, 'oakmoss');
}

interface NamesOfIndex {
	code: string;
	values: NamedValues;
	counts: Uint32Array;
	found: NamesFoundIn;
}

type Named = 'author' | 'affiliation' | 'source' | 'funder';

async function namesIn(codes: readonly string[], dimension: Named, text: string): Promise<NamesOfIndex[]> {
	const wanted = (await currentIndexes()).filter(
		({ index }) => codes.includes(index.code) && index.records > 0
	);
	return Promise.all(
		wanted.map(async ({ index }) => {
			const sets = setsOf(index);
			const values = await valuesOfDimension(sets, dimension);
			const names = await sets.fact(`names: ${dimension}`, () => Promise.resolve(new NameIndex(values.keys)));
			return { code: index.code, values, counts: values.lists.countAll().counts, found: names.find(text) };
		})
	);
}

interface Candidate {
	key: string;
	name: string;
	whole: number;
	of: CountIn[];
	count: number;
}

/** Names of any of the indexes, best first: those with more of the words whole, then those on more records. */
async function candidates(codes: readonly string[], dimension: Named, text: string, most: number) {
	const indexes = await namesIn(codes, dimension, text);
	const byKey = new Map<string, Candidate>();
	for (const { values, counts, found } of indexes)
		for (const { name, whole } of foremost(found, counts, most)) {
			const key = values.keys[name];
			if (byKey.has(key)) continue;
			const of = indexes.flatMap((other) => {
				const value = other.values.byKey.get(key);
				return value === undefined ? [] : [{ index: other.code, count: other.counts[value] }];
			});
			const count = of.reduce((sum, one) => sum + one.count, 0);
			byKey.set(key, { key, name: values.names[name], whole, of, count });
		}
	const list = [...byKey.values()].sort(
		(a, b) => b.whole - a.whole || b.count - a.count || (a.key < b.key ? -1 : 1)
	);
	return { list, total: totalOf(indexes) };
}

function totalOf(indexes: readonly NamesOfIndex[]): number {
	const most = Math.max(0, ...indexes.map(({ found }) => found.names.length));
	if (most >= MOST_COUNTED) return MOST_COUNTED;
	const keys = new Set(
		indexes.flatMap(({ values, found }) => Array.from(found.names, (name) => values.keys[name]))
	);
	return Math.min(keys.size, MOST_COUNTED);
}

/** The first of an index's names in that order; where few letters are typed there may be a hundred thousand. */
function foremost({ names, whole }: NamesFoundIn, counts: Uint32Array, most: number) {
	// One number for each, so that numbers alone are compared: whole words, records, place in the list.
	const best: number[] = [];
	for (let place = 0; place < names.length; place++) {
		const records = Math.min(counts[names[place]], 2 ** 24 - 1);
		const rank = (Math.min(whole[place], 7) * 2 ** 24 + records) * 2 ** 26 + place;
		if (best.length === most && rank < best[most - 1]) continue;
		// To sort all of them takes four times as long.
		best.splice(
			firstPlace(0, best.length, (at) => best[at] < rank),
			0,
			rank
		);
		if (best.length > most) best.pop();
	}
	return best.map((rank) => {
		const place = rank % 2 ** 26;
		return { name: names[place], whole: whole[place] };
	});
}

async function linesFound(codes: readonly string[], dimension: Named, text: string, limit: number) {
	const { list, total } = await candidates(codes, dimension, text, limit * LOOKED_AT);
	return { lines: list.slice(0, limit).map(({ name, of }): NameLine => ({ name, of })), total };
}

async function peopleFound(
	codes: readonly string[],
	text: string,
	limit: number,
	joins: NameJoins | undefined
) {
	const { list, total } = await candidates(codes, 'author', text, limit * LOOKED_AT);
	if (list.length === 0) return { lines: [], total };
	const indexes = await namingIndexes(codes);
	const lines = new Map<string, { line: PersonLine; whole: number; all: number }>();
	for (const { key, whole } of list) {
		if (lines.size === limit) break;
		const person = await personOfKey(indexes, key, joins);
		if (!person) continue;
		const of = indexes.flatMap(({ code, named: { author } }) => {
			const own = (person.keys[code] ?? []).flatMap((one) => author.byKey.get(one) ?? []);
			const count = new Set(own.flatMap((value) => [...author.lists.inverse().of(value)])).size;
			return count > 0 ? [{ index: code, count }] : [];
		});
		const name = JSON.stringify(person.keys);
		if (lines.has(name)) continue;
		const all = of.reduce((sum, { count }) => sum + count, 0);
		lines.set(name, { line: { name: person.name, variants: person.variants, of }, whole, all });
	}
	const inOrder = [...lines.values()].sort((a, b) => b.whole - a.whole || b.all - a.all);
	return { lines: inOrder.map(({ line }) => line), total };
}
