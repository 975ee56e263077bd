/** Parts of a citation as a person reads and writes them. */
import { type CslItem, type CslName, yearOf } from '../evidence/citation';

/** CSL variables in the words of a citation. */
export const PART_WORDS: Record<string, string> = {
	author: 'author',
	title: 'title',
	'container-title': 'source',
	issued: 'year',
	volume: 'volume',
	issue: 'issue',
	page: 'pages',
	publisher: 'publisher',
	DOI: 'DOI'
};

/** A part in one line: names as “family, given”, parted by semicolons; a date as its year. O(length). */
export function partInWords(field: string, value: unknown): string {
	if (value === undefined || value === null) return '';
	if (field === 'author')
		return (value as CslName[])
			.map(({ family, given, literal }) => literal ?? [family, given].filter(Boolean).join(', '))
			.join('; ');
	if (field === 'issued') return String(yearOf({ issued: value } as CslItem) ?? '');
	return String(value);
}

/**
 * The value that a written part stands for; null where nothing is written. O(length).
 * A name without a comma is kept as it is written, as that of a group is.
 * @throws RangeError in words, where a year is none
 */
export function partFromWords(field: string, written: string): unknown {
	const text = written.trim();
	if (text === '') return null;
	if (field === 'author')
		return text
			.split(';')
			.map((name) => name.trim())
			.filter(Boolean)
			.map((name): CslName => {
				const [family, ...given] = name.split(',').map((part) => part.trim());
				return given.length > 0 ? { family, given: given.join(', ') } : { literal: name };
			});
	if (field === 'issued') {
		if (!/^\d{4}$/.test(text)) throw new RangeError('A year has four digits.');
		return { 'date-parts': [[Number(text)]] };
	}
	return text;
}
