/** The values of an index's records in memory, dimension by dimension: read when they are first asked for. */
import { WAYS } from '../../../core/crosswalk';
import { nameInWords } from '../../../core/evidence/citation';
import { formOf, type NameForm } from '../../../core/evidence/person-names';
import { ValueLists, ValueListsMaker } from '../../../core/search';
import { fold } from '../../../core/text';
import { catalogue } from '../holdings';
import { allow, type Person } from '../people';
import { headingLists, type SearchVocabulary, setsOfField, type IndexSets } from '../records';
import { eachNaming } from './value-rows';

/** Dimensions whose values are kept record by record. */
export const LISTED = ['heading', 'chiefHeading', 'source', 'author', 'affiliation', 'funder'] as const;
export type Listed = (typeof LISTED)[number] | 'availability';
const NAMED = ['source', 'author', 'affiliation', 'funder'] as const;
type Named = (typeof NAMED)[number];

export interface NamedValues {
	lists: ValueLists;
	/** How each value is written; for a heading its label. */
	names: readonly string[];
	/** What tells each value from the others: the URI of a heading, else its folded text. */
	keys: readonly string[];
	/** The number of a value by its key. */
	byKey: ReadonlyMap<string, number>;
}

const valuesOf = (lists: ValueLists, names: readonly string[], keys: readonly string[]): NamedValues => ({
	lists,
	names,
	keys,
	byKey: new Map(keys.map((key, value) => [key, value]))
});

export async function valuesOfDimension(sets: IndexSets, dimension: Listed): Promise<NamedValues> {
	if (dimension === 'heading') return headingValues(sets, false);
	if (dimension === 'chiefHeading') return headingValues(sets, true);
	if (dimension === 'availability') return availabilityValues(sets);
	return (await namedValues(sets))[dimension];
}

/** What tells a value of a dimension from others. */
export const keyOfValue = (dimension: Listed, value: string) =>
	(NAMED as readonly string[]).includes(dimension) ? fold(value) : value;

/** By which ways the work of each record can be had at the library that is asked. */
function availabilityValues(sets: IndexSets): Promise<NamedValues> {
	const keys = Object.keys(WAYS);
	return sets.fact(
		'values: availability',
		async () => {
			const byWay = await setsOfField(sets, 'oak.availability');
			const lists = ValueLists.ofSets(
				sets.records,
				keys.map((key) => byWay.get(key)?.toArray() ?? new Uint32Array(0))
			);
			return valuesOf(lists, Object.values(WAYS), keys);
		},
		catalogue()?.name
	);
}

function headingValues(sets: IndexSets, isChief: boolean): Promise<NamedValues> {
	return sets.fact(`values: headings${isChief ? ', chief' : ''}`, async () => {
		const { lists, labels, uris } = await headingLists(sets, isChief);
		return valuesOf(lists, labels, uris);
	});
}

/** Authors as forms of names, by their numbers: a body has none, and a name of one letter tells nobody. */
export interface AuthorForms {
	forms: readonly (NameForm | 'body' | undefined)[];
	/** Authors of one family name. */
	byFamily: ReadonlyMap<string, readonly number[]>;
}

export async function authorForms(sets: IndexSets): Promise<AuthorForms> {
	return (await namedValues(sets)).people;
}

/** How far the names of an index's records are read, while they are: by its code, in records. */
const underWay = new Map<string, { done: number; total: number }>();

/** How much of the names of an index's records is read, while that goes on here. */
export function namesReadOf(
	person: Person | undefined,
	code: string
): { done: number; total: number } | undefined {
	allow(person, 'read');
	return underWay.get(code);
}

interface AllNamed extends Record<Named, NamedValues> {
	people: AuthorForms;
}

function namedValues(sets: IndexSets): Promise<AllNamed> {
	return sets.fact('values: names', async () => {
		const forms: (NameForm | 'body' | undefined)[] = [];
		const makers = NAMED.map((dimension) => new NamesMaker(dimension, sets.records));
		const way = { done: 0, total: sets.records };
		underWay.set(sets.code, way);
		await eachNaming(sets.code, ({ n, author, source, affiliations, funders }) => {
			// What came in since is of a later revision, which reads anew.
			if (n >= sets.records) return;
			way.done = n;
			const [ofSource, ofAuthor, ofAffiliation, ofFunder] = makers;
			if (source) ofSource.add(n, source);
			for (const name of author ?? []) {
				const value = ofAuthor.add(n, nameInWords(name));
				if (value !== undefined && (forms[value] === undefined || forms[value] === 'body'))
					forms[value] = name.literal !== undefined ? 'body' : formOf(name);
			}
			for (const one of affiliations ?? []) ofAffiliation.add(n, one);
			for (const one of funders ?? []) ofFunder.add(n, one);
		}).finally(() => underWay.delete(sets.code));
		const named = Object.fromEntries(makers.map((maker) => [maker.dimension, maker.values()]));
		const byFamily = new Map<string, number[]>();
		forms.forEach((form, value) => {
			if (!form || form === 'body') return;
			const own = byFamily.get(form.family);
			if (own) own.push(value);
			else byFamily.set(form.family, [value]);
		});
		return { ...(named as Record<Named, NamedValues>), people: { forms, byFamily } };
	});
}

/** Numbers names as they come; those that fold alike are one, written as it was first. */
class NamesMaker {
	private readonly names: string[] = [];
	private readonly byKey = new Map<string, number>();
	/** Folding is most of the work, and most names come more than once. */
	private readonly byText = new Map<string, number | undefined>();
	private readonly lists: ValueListsMaker;

	constructor(
		readonly dimension: Named,
		records: number
	) {
		this.lists = new ValueListsMaker(records);
	}

	/** @returns its number; nothing for a name in which there is nothing to fold */
	add(record: number, text: string): number | undefined {
		if (!this.byText.has(text)) this.byText.set(text, this.number(text));
		const value = this.byText.get(text);
		if (value !== undefined) this.lists.add(record, value);
		return value;
	}

	private number(text: string): number | undefined {
		const key = fold(text);
		if (key === '') return undefined;
		const known = this.byKey.get(key);
		if (known !== undefined) return known;
		this.names.push(text.trim());
		this.byKey.set(key, this.names.length - 1);
		return this.names.length - 1;
	}

	values(): NamedValues {
		const { names, byKey } = this;
		return { lists: this.lists.lists(names.length), names, keys: [...byKey.keys()], byKey };
	}
}

/** Headings as records carry them, and all that are broader in the current edition. */
export interface RaisedHeadings {
	/** For each heading those one step broader; the first are those that records carry, by their numbers there. */
	leadsTo: ValueLists;
	names: readonly string[];
	keys: readonly string[];
	byKey: ReadonlyMap<string, number>;
	totals: Uint32Array;
}

export async function raisedHeadings(sets: IndexSets, vocabulary: SearchVocabulary): Promise<RaisedHeadings> {
	const { lists, names: carried, keys: carriedKeys } = await valuesOfDimension(sets, 'heading');
	return sets.fact(
		'values: headings with broader',
		() => {
			const { index } = vocabulary;
			const [names, keys] = [[...carried], [...carriedKeys]];
			const byKey = new Map(keys.map((uri, value) => [uri, value]));
			const steps: number[][] = [];
			// What is broader than a heading comes to stand behind it in the list, and is looked at in its turn.
			for (let value = 0; value < keys.length; value++) {
				const n = index?.find(keys[value]);
				steps.push(
					[...(index && n !== undefined ? index.hierarchy.broader.at(n) : [])].map((above) => {
						const uri = index?.uris.at(above) ?? '';
						const known = byKey.get(uri);
						if (known !== undefined) return known;
						byKey.set(uri, keys.length);
						names.push(index?.names.at(above) ?? '');
						return keys.push(uri) - 1;
					})
				);
			}
			const maker = new ValueListsMaker(keys.length);
			steps.forEach((own, value) => own.forEach((above) => maker.add(value, above)));
			const leadsTo = maker.lists(keys.length);
			const everyRecord = Uint32Array.from({ length: sets.records }, (_, n) => n);
			const totals = lists.countRaised(everyRecord, leadsTo).counts;
			return Promise.resolve({ leadsTo, names, keys, byKey, totals });
		},
		String(vocabulary.edition)
	);
}
