/** Whose works records are: forms of a name joined to one person, within an index and over several. */
import { isShorter, joinForms, keyOfForm, type NameForm } from '../../../core/evidence/person-names';
import { ValueLists, ValueListsMaker } from '../../../core/search';
import { Cache } from '../caches';
import type { Person } from '../people';
import { perConnection } from '../db';
import { chosenIndexes, loadInquiry, WITHOUT_WORKS } from '../inquiry';
import { type IndexSets, setsOf } from '../records';
import { currentIndexes } from '../vocabulary';
import {
	type AuthorForms,
	authorForms,
	keyOfValue,
	type NamedValues,
	valuesOfDimension
} from './index-values';

/** By what a result is kept to the works of a person, however the name is written. */
export const PERSON = 'person';

interface Named extends AuthorForms {
	author: NamedValues;
	source: NamedValues;
	affiliation: NamedValues;
}

const formAt = ({ forms }: AuthorForms, value: number): NameForm | undefined => {
	const form = forms[value];
	return form === 'body' ? undefined : form;
};

async function namedIn(sets: IndexSets): Promise<Named> {
	const [author, source, affiliation, forms] = await Promise.all([
		valuesOfDimension(sets, 'author'),
		valuesOfDimension(sets, 'source'),
		valuesOfDimension(sets, 'affiliation'),
		authorForms(sets)
	]);
	return { author, source, affiliation, ...forms };
}

/** What stands beside an author on the records of an index: sources, affiliations, and co-authors by name and initial. */
function besideAuthor(named: Named, value: number): Set<string> {
	const { author, source, affiliation } = named;
	const found = new Set<string>();
	for (const record of author.lists.inverse().of(value)) {
		for (const one of source.lists.of(record)) found.add(`in ${source.keys[one]}`);
		for (const one of affiliation.lists.of(record)) found.add(`at ${affiliation.keys[one]}`);
		for (const one of author.lists.of(record)) {
			if (one === value) continue;
			const form = formAt(named, one);
			found.add(form ? `with ${form.family} ${form.given[0]?.[0] ?? ''}` : `with ${author.keys[one]}`);
		}
	}
	return found;
}

/** Forms of one family name over some indexes, each once, with where they stand. */
function formsOfFamily(indexes: readonly { code: string; named: Named }[], family: string) {
	const found = new Map<string, { form: NameForm; at: { code: string; named: Named; value: number }[] }>();
	for (const { code, named } of indexes)
		for (const value of named.byFamily.get(family) ?? []) {
			const form = formAt(named, value);
			if (!form) continue;
			const key = keyOfForm(form);
			const known = found.get(key) ?? { form, at: [] };
			known.at.push({ code, named, value });
			found.set(key, known);
		}
	return [...found.values()].map(({ form, at }) => {
		let beside: Set<string> | undefined;
		return {
			form,
			at,
			beside: () => (beside ??= new Set(at.flatMap(({ named, value }) => [...besideAuthor(named, value)])))
		};
	});
}

/** A person as some indexes name them. */
export interface PersonNamed {
	/** The fullest form, as it is written. */
	name: string;
	/** The other forms, as they are written. */
	variants: string[];
	/** By the code of an index, what tells the person's forms from those of other authors there. */
	keys: Record<string, string[]>;
}

/** "Sami Okerlund, also written S. Okerlund". */
export const personInWords = ({ name, variants }: PersonNamed): string =>
	variants.length > 0 ? `${name}, also written ${variants.join(', ')}` : name;

/** An index with the names of its records. */
interface NamingIndex {
	code: string;
	version: string;
	named: Named;
}

/** Those of some indexes that have records, with the names of them. */
export async function namingIndexes(codes: readonly string[]): Promise<NamingIndex[]> {
	const wanted = (await currentIndexes()).filter(
		({ index }) => codes.includes(index.code) && index.records > 0
	);
	return Promise.all(
		wanted.map(async ({ index }) => {
			const sets = setsOf(index);
			return { code: index.code, version: sets.version, named: await namedIn(sets) };
		})
	);
}

/** A person with the forms of the name that are joined, by the keys of the forms. */
export type PersonOfForms = PersonNamed & { forms: readonly string[] };

/** The people of a family name follow from the records of the indexes that are asked. */
const families = perConnection(() => new Cache<PersonOfForms[]>(1_000));

/** Forms that are joined, or set apart, by hand in an inquiry: by the key of each, that of the other one, or nothing. */
export type NameJoins = ReadonlyMap<string, string>;
const NO_JOINS: NameJoins = new Map();

export async function nameJoinsOf(inquiryId: string): Promise<NameJoins> {
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return new Map(Object.values(inquiry.names).map(({ id, to }) => [id, to]));
}

/** The people of one family name in some indexes, each with every form that is joined. */
export function peopleOfFamily(
	indexes: readonly NamingIndex[],
	family: string,
	joins: NameJoins = NO_JOINS
): Promise<PersonOfForms[]> {
	const own = [...joins].filter(([form]) => form.startsWith(`${family},`)).sort();
	const key = JSON.stringify([indexes.map(({ version }) => version), family, own]);
	return families().of(key, () => {
		const forms = formsOfFamily(indexes, family);
		const joined = joinForms(forms, new Map(own));
		const writtenAs = ({ at: [{ named, value }] }: (typeof forms)[number]) => named.author.names[value];
		const byPerson = new Map<number, typeof forms>();
		joined.forEach((person, i) => byPerson.set(person, [...(byPerson.get(person) ?? []), forms[i]]));
		return Promise.resolve(
			[...byPerson].map(([fullest, own]) => {
				const keys: Record<string, string[]> = {};
				for (const { code, named, value } of own.flatMap(({ at }) => at))
					(keys[code] ??= []).push(named.author.keys[value]);
				const name = writtenAs(forms[fullest]);
				return {
					name,
					variants: [...new Set(own.map(writtenAs))].filter((one) => one !== name).sort(),
					keys,
					forms: own.map(({ form }) => keyOfForm(form))
				};
			})
		);
	});
}

/** Whoever is named so in some indexes, with the forms that are joined to it; nothing for a name that none of them has. */
export async function personNamed(
	codes: readonly string[],
	name: string,
	joins: NameJoins = NO_JOINS
): Promise<PersonNamed | undefined> {
	const indexes = await namingIndexes(codes);
	const person = await personOfKey(indexes, keyOfValue('author', name), joins);
	if (!person) return undefined;
	const { forms: _, ...named } = person;
	return named;
}

/** Whose name it is, given by what tells it from other authors; a body stands for itself. */
export async function personOfKey(
	indexes: readonly NamingIndex[],
	key: string,
	joins: NameJoins = NO_JOINS
): Promise<PersonOfForms | undefined> {
	const asked = indexes.flatMap(({ code, named }) => {
		const value = named.author.byKey.get(key);
		return value === undefined ? [] : [{ code, named, value }];
	});
	const [first] = asked;
	if (!first) return undefined;
	const form = formAt(first.named, first.value);
	if (!form)
		return {
			name: first.named.author.names[first.value],
			variants: [],
			keys: Object.fromEntries(asked.map(({ code }) => [code, [key]])),
			forms: []
		};
	const people = await peopleOfFamily(indexes, form.family, joins);
	return people.find(({ forms }) => forms.includes(keyOfForm(form)));
}

/** How many records of an index. */
export interface CountIn {
	index: string;
	count: number;
}

/** One way in which a name is written. */
export interface FormOfPerson {
	/** What the inquiry knows it by. */
	key: string;
	says: string;
	of: CountIn[];
}

/** A person with every form of the name, and the forms that could be theirs. */
export interface PersonForms {
	/** The form that all are joined to. */
	key: string;
	name: string;
	forms: FormOfPerson[];
	/** Of the same family name, shorter or fuller than the form that all are joined to, and not joined. */
	others: FormOfPerson[];
	/** Keys of the forms of which something was said by hand. */
	byHand: string[];
}

/** How a person is named in the indexes of an inquiry; nothing for a body, and for a name that none of them has. */
export async function formsOfPerson(
	person: Person | undefined,
	inquiryId: string,
	name: string
): Promise<PersonForms | null> {
	const [codes, joins] = [await chosenIndexes(person, inquiryId), await nameJoinsOf(inquiryId)];
	const indexes = await namingIndexes(codes);
	const known = await personOfKey(indexes, keyOfValue('author', name), joins);
	const [first] = known?.forms ?? [];
	if (!known || first === undefined) return null;
	const all = formsOfFamily(indexes, first.slice(0, first.lastIndexOf(',')));
	const told = ({ form, at }: (typeof all)[number]): FormOfPerson => ({
		key: keyOfForm(form),
		says: at[0].named.author.names[at[0].value],
		of: indexes.flatMap(({ code, named: { author } }) => {
			const own = at.filter((one) => one.code === code);
			const records = new Set(own.flatMap(({ value }) => [...author.lists.inverse().of(value)]));
			return records.size > 0 ? [{ index: code, count: records.size }] : [];
		})
	});
	const isOwn = ({ form }: (typeof all)[number]) => known.forms.includes(keyOfForm(form));
	const forms = all.filter(isOwn);
	const root = forms.find(({ at }) => at[0].named.author.names[at[0].value] === known.name) ?? forms[0];
	return {
		key: keyOfForm(root.form),
		name: known.name,
		forms: [root, ...forms.filter((one) => one !== root)].map(told),
		others: all
			.filter(
				(one) =>
					!isOwn(one) && forms.some(({ form }) => isShorter(one.form, form) || isShorter(form, one.form))
			)
			.map(told),
		byHand: [...joins.keys()].filter((key) => all.some(({ form }) => keyOfForm(form) === key))
	};
}

/** The people of each record of an index: authors whose forms are joined are one. */
export function personsOf(sets: IndexSets): Promise<ValueLists> {
	return sets.fact('values: persons', async () => {
		const named = await namedIn(sets);
		const person = Uint32Array.from(named.author.names, (_, value) => value);
		for (const [family, own] of named.byFamily) {
			if (own.length < 2) continue;
			const forms = formsOfFamily([{ code: sets.code, named }], family);
			joinForms(forms).forEach((to, i) => {
				for (const { value } of forms[i].at) person[value] = forms[to].at[0].value;
			});
		}
		const maker = new ValueListsMaker(sets.records);
		for (let record = 0; record < sets.records; record++)
			for (const value of named.author.lists.of(record))
				if (named.forms[value] !== undefined) maker.add(record, person[value]);
		return maker.lists(named.author.names.length);
	});
}
