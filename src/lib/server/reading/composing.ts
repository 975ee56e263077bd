/** What a result is made of, dimension by dimension, each value against the whole index. */
import type { InferOutput } from 'valibot';
import { inOrder, type Order, representation, valuesWithin } from '../../../core/reading';
import { urisOfTest, type Strategy } from '../../../core/search';
import { fold } from '../../../core/text';
import { loadInquiry, WITHOUT_WORKS } from '../inquiry';
import { allow, type Person } from '../people';
import { type Found, foundByCql } from '../search';
import { type Counted, countedBy, type Dimension, dimensionNamed, dimensionsOf } from './dimensions';
import { type Asked, keptBy, resultAsked } from './results';
import { introducedYears } from './value-rows';
import type { compositionBody, Filter, valuesQuery } from './reading-schema';

export interface ComposedValue {
	value: string;
	/** What tells it from other values; the URI of a heading. */
	key: string;
	/** Of a heading that the current edition has. */
	id?: string;
	count: number;
	all: number;
	g2?: number;
	lift?: number;
	over?: boolean;
	/** A heading that the strategy itself searches. */
	ofStrategy?: true;
}

export interface ComposedDimension {
	name: string;
	/** How many values there are in all. */
	distinct: number;
	values: ComposedValue[];
	notLabelled: number;
	/** Of years: when the headings that are picked here came into the vocabulary. */
	introduced?: { year: number; labels: string[] }[];
}

const HEADINGS = new Set(['heading', 'chiefHeading', 'headingWithBroader']);

interface Wish {
	sort: Order;
	find?: string;
	from?: number;
	most?: number;
}

async function composed(found: Found, dimension: Dimension, wish: Wish): Promise<ComposedDimension> {
	const { at, result, strategy } = found;
	const counted = await countedBy(at, result, dimension);
	const isHeading = HEADINGS.has(dimension.name);
	const { index } = at.vocabulary;
	const names = isHeading && index ? currentNames(counted, index) : counted.names;
	const breakdown = { n: result.size, all: at.sets.records, counts: counted.counts, totals: counted.totals };
	const nameOf = (value: number) => names[value];
	const wanted = fold(wish.find ?? '');
	const within = valuesWithin(breakdown);
	const sought = wanted === '' ? within : within.filter((value) => fold(nameOf(value)).includes(wanted));
	const { from = 0, most = Infinity } = wish;
	const sorted = inOrder(sought, breakdown, wish.sort, nameOf, from + most).slice(from);
	const own = isHeading ? headingsOf(strategy, found) : new Set<string>();
	return {
		name: dimension.name,
		distinct: sought.length,
		notLabelled: counted.notLabelled,
		values: sorted.map(({ value, count, all }) => {
			const key = counted.keys[value];
			const n = isHeading ? index?.find(key) : undefined;
			return {
				value: nameOf(value),
				key,
				...(n !== undefined && { id: index?.keys.at(n) }),
				count,
				all,
				...(isHeading && representation(breakdown, { count, all })),
				...(own.has(key) && { ofStrategy: true as const })
			};
		})
	};
}

/** Labels as the current edition has them; those of headings it lost as they were. */
function currentNames(
	{ keys, names }: Counted,
	index: NonNullable<Found['at']['vocabulary']['index']>
): string[] {
	return keys.map((uri, value) => {
		const n = index.find(uri);
		return n === undefined ? names[value] : index.names.at(n);
	});
}

/** The headings that a strategy searches, with those that a pick takes in below it. */
function headingsOf({ blocks }: Strategy, { at: { vocabulary } }: Found): Set<string> {
	const lines = blocks.flatMap((block) => block.lines.filter(({ off }) => !off));
	return new Set(
		lines.flatMap((line) => (line.kind === 'heading' ? [...urisOfTest(line.test, vocabulary.narrower)] : []))
	);
}

export interface Composition {
	count: number;
	/** Records of the index. */
	of: number;
	dimensions: ComposedDimension[];
}

/** The composition of what a text finds. */
export async function compositionOf(
	person: Person | undefined,
	code: string,
	{ cql, limits, by, top, sort }: InferOutput<typeof compositionBody>
): Promise<Composition> {
	allow(person, 'read');
	const found = await foundByCql(code, cql, limits);
	const dimensions = [...new Set(by)].map((name) => dimensionNamed(found.at, name));
	return {
		count: found.result.size,
		of: found.at.sets.records,
		dimensions: await Promise.all(dimensions.map((one) => composed(found, one, { sort, most: top })))
	};
}

/** So many values of each dimension say what a result is like. */
const MOST_TOLD = 4;

/** What a result is like: the commonest values of every dimension, and each year. */
export async function overviewOf(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked
): Promise<Composition> {
	const found = await resultAsked(person, inquiryId, code, asked);
	const dimensions = dimensionsOf(found.at).filter(
		({ kind, name }) => kind !== 'unknown' && name !== 'headingWithBroader'
	);
	return {
		count: found.result.size,
		of: found.at.sets.records,
		dimensions: await withIntroduced(
			inquiryId,
			found,
			await Promise.all(
				dimensions.map((one) =>
					composed(found, one, {
						sort: HEADINGS.has(one.name) ? 'over' : 'count',
						// Some of the headings are the strategy's own, which say nothing new.
						most: one.name === 'year' ? undefined : HEADINGS.has(one.name) ? 20 : MOST_TOLD
					})
				)
			)
		)
	};
}

/** Dimensions, that of years with the years in which headings picked for this index came into its vocabulary. */
async function withIntroduced(
	inquiryId: string,
	{ at: { current, vocabulary } }: Found,
	dimensions: ComposedDimension[]
): Promise<ComposedDimension[]> {
	const { edition, index } = current;
	if (!dimensions.some(({ name }) => name === 'year') || !edition || !vocabulary.index) return dimensions;
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const numbers = Object.values(inquiry.picks)
		.filter(({ indexCode, role }) => indexCode === index.code && role === 'searched')
		.flatMap(({ headings }) => headings.flatMap(({ uri }) => vocabulary.index?.find(uri) ?? []));
	const labels = new Map<number, string[]>();
	for (const [n, year] of await introducedYears(edition.id, [...new Set(numbers)]))
		labels.set(year, [...(labels.get(year) ?? []), vocabulary.index.names.at(n)]);
	const introduced = [...labels]
		.map(([year, own]) => ({ year, labels: own }))
		.sort((a, b) => a.year - b.year);
	return dimensions.map((own) => (own.name === 'year' ? { ...own, introduced } : own));
}

/** How many records each of some more filters would keep. */
export async function keptCounts(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked,
	each: readonly Filter[]
): Promise<{ counts: number[] }> {
	const found = await resultAsked(person, inquiryId, code, asked);
	const kept = await Promise.all(each.map((filter) => keptBy(found, found.result, filter)));
	return { counts: kept.map(({ size }) => size) };
}

/** One dimension of a result, a stretch of its values at a time. */
export async function valuesOf(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked,
	{ by, ...wish }: InferOutput<typeof valuesQuery>
): Promise<Composition> {
	const found = await resultAsked(person, inquiryId, code, asked);
	return {
		count: found.result.size,
		of: found.at.sets.records,
		dimensions: await withIntroduced(inquiryId, found, [
			await composed(found, dimensionNamed(found.at, by), wish)
		])
	};
}
