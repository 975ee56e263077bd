/** How the dimensions of a result are called, and shares in words. */
import type { LimitDefinition } from '$core/search';

const CALLED: Record<string, { title: string; one: string; many: string }> = {
	heading: { title: 'Headings', one: 'heading', many: 'headings' },
	chiefHeading: { title: 'Chief headings', one: 'chief heading', many: 'chief headings' },
	headingWithBroader: { title: 'Headings with their broader ones', one: 'heading', many: 'headings' },
	year: { title: 'Years', one: 'year', many: 'years' },
	source: { title: 'Sources', one: 'source', many: 'sources' },
	author: { title: 'Authors', one: 'author', many: 'authors' },
	person: { title: 'People', one: 'author', many: 'authors' },
	affiliation: { title: 'Affiliations', one: 'affiliation', many: 'affiliations' },
	funder: { title: 'Funders', one: 'funder', many: 'funders' },
	language: { title: 'Languages', one: 'language', many: 'languages' },
	type: { title: 'Kinds of record', one: 'kind', many: 'kinds' },
	availability: { title: 'Availability', one: 'way to have it', many: 'ways to have it' }
};

export const HEADING_DIMENSIONS: readonly string[] = ['heading', 'chiefHeading', 'headingWithBroader'];

/** @param limits of the index, whose labels name its own dimensions */
export function called(name: string, limits: readonly LimitDefinition[]) {
	const known = CALLED[name];
	if (known) return known;
	const label = limits.find(({ field }) => field === name)?.label ?? name;
	return { title: label, one: label.toLowerCase(), many: `values of ${label.toLowerCase()}` };
}

/** The field of a limit that a dimension stands for; nothing where there is none. */
export function fieldOf(name: string): string | undefined {
	const fields: Record<string, string> = {
		year: 'dc.date',
		language: 'dc.language',
		type: 'dc.type',
		availability: 'oak.availability'
	};
	if (Object.hasOwn(fields, name)) return fields[name];
	return Object.hasOwn(CALLED, name) ? undefined : name;
}

/** Dimensions of which a record has one value at most, so that shares of values add up. */
export const SINGLE: readonly string[] = ['source', 'year', 'language', 'type'];

/** A share in words: all, half, 4 in 10, 3 in 100. */
export function inWords(part: number, whole: number): string {
	if (whole === 0 || part === 0) return 'none';
	if (part === whole) return 'all';
	const share = part / whole;
	if (share > 0.97) return 'nearly all';
	if (Math.abs(share - 0.5) < 0.025) return 'half';
	if (Math.abs(share - 1 / 3) < 0.02) return 'a third';
	if (share >= 0.095) return `${Math.round(10 * share)} in 10`;
	for (const of of [100, 1_000, 10_000])
		if (share * of >= 0.95) return `${Math.round(share * of)} in ${of.toLocaleString('en')}`;
	return 'hardly any';
}

/** The year since which half of the records appeared; of records with a year. */
export function medianYear(years: readonly { value: string; count: number }[]): number | undefined {
	const sorted = years
		.map(({ value, count }) => ({ year: Number(value), count }))
		.sort((a, b) => b.year - a.year);
	const total = sorted.reduce((sum, { count }) => sum + count, 0);
	let seen = 0;
	for (const { year, count } of sorted) {
		seen += count;
		if (2 * seen >= total) return year;
	}
	return undefined;
}
