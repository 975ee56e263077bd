/** What keeps an item of CSL-JSON from being stored and shown: parts of a wrong kind, and what no text may hold. */

import { textFault } from '../text';

/** The most that an item may be nested; dates and names need four levels. */
const DEEPEST = 20;
/** Characters that an entry may have in all: more is no citation, and could not be searched. */
const MOST_CHARACTERS = 300_000;
const LONGEST_KEY = 1_000;

/** Variables that are text in the schema of CSL-JSON, of those that are used here; numbers are taken for text. */
const TEXTS = ['title', 'container-title', 'page', 'publisher', 'DOI', 'ISBN', 'ISSN', 'URL', 'abstract', 'language', 'keyword'] as const; // prettier-ignore
const LISTS = ['affiliations', 'funders'] as const;

const isObject = (value: unknown): value is Record<string, unknown> =>
	value !== null && typeof value === 'object' && !Array.isArray(value);
const arePlaces = (list: unknown) =>
	Array.isArray(list) && list.every((place) => Number.isInteger(place) && place >= 0);
const isText = (value: unknown) => value === undefined || typeof value === 'string';

/**
 * Why a value cannot be kept, in words; undefined where it can. Walks it without recursion. O(size).
 * @param item an item of CSL-JSON, or a part of one
 */
export function itemFault(item: unknown): string | undefined {
	const waiting: { value: unknown; place: string; depth: number }[] = [{ value: item, place: '', depth: 0 }];
	let characters = 0;
	for (let at = waiting.pop(); at; at = waiting.pop()) {
		const { value, place, depth } = at;
		if (typeof value === 'string') {
			characters += value.length;
			const fault = textFault(value);
			if (fault) return `${place || 'it'} holds ${fault}`;
			if (characters > MOST_CHARACTERS)
				return `it has more than ${MOST_CHARACTERS.toLocaleString('en')} characters`;
		} else if (value !== null && typeof value === 'object') {
			if (depth >= DEEPEST) return `${place} is nested more than ${DEEPEST} levels deep`;
			for (const [name, part] of Object.entries(value)) {
				characters += name.length;
				const fault = textFault(name);
				if (fault) return `the name of a part holds ${fault}`;
				waiting.push({ value: part, place: depth === 0 ? name : place, depth: depth + 1 });
			}
		}
	}
	return undefined;
}

/** Why an object is no item of CSL-JSON, in words; undefined where it is one. */
export function shapeFault(item: unknown): string | undefined {
	if (!isObject(item) || typeof item.type !== 'string') return 'it is not an object with a type';
	if (!['string', 'number', 'undefined'].includes(typeof item.id))
		return 'its id is neither text nor a number';
	if (String(item.id ?? '').length > LONGEST_KEY) return `its id is longer than ${LONGEST_KEY} characters`;
	for (const name of TEXTS) if (!isText(item[name])) return `its ${name} is not text`;
	for (const name of ['volume', 'issue'])
		if (!isText(item[name]) && typeof item[name] !== 'number')
			return `its ${name} is neither text nor a number`;
	for (const name of ['author', 'editor']) {
		const people = item[name];
		if (people === undefined) continue;
		if (!Array.isArray(people) || !people.every(isObject)) return `its ${name} is not a list of names`;
		if (!people.every(({ family, given, literal }) => [family, given, literal].every(isText)))
			return `a name of its ${name} has parts that are not text`;
	}
	const { issued, custom } = item;
	if (issued !== undefined && typeof issued !== 'string') {
		if (!isObject(issued)) return 'its issued is not a date';
		const parts = issued['date-parts'];
		if (parts !== undefined && !(Array.isArray(parts) && parts.every(Array.isArray)))
			return 'the date-parts of its issued are not lists';
		if (!isText(issued.raw) || !isText(issued.literal)) return 'its issued is not a date';
	}
	if (custom !== undefined) {
		if (!isObject(custom)) return 'its custom is not an object';
		for (const name of LISTS) {
			const list = custom[name];
			if (list !== undefined && !(Array.isArray(list) && list.every((one) => typeof one === 'string')))
				return `its ${name} are not a list of texts`;
		}
		const places = custom.affiliationsOfAuthors;
		if (places !== undefined && !(Array.isArray(places) && places.every(arePlaces)))
			return 'its affiliationsOfAuthors are not lists of places in its affiliations';
	}
	return undefined;
}

/** Numbers where text belongs, as text; some programs write them so. */
export function withTexts(item: Record<string, unknown>): Record<string, unknown> {
	const numbers = TEXTS.filter((name) => typeof item[name] === 'number');
	return numbers.length === 0
		? item
		: { ...item, ...Object.fromEntries(numbers.map((name) => [name, String(item[name])])) };
}
