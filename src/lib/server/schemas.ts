/** What may come in from outside, as Valibot schemas. */
import * as v from 'valibot';
import { FITS, ROLES } from '../../core/crosswalk/types';
import { LONGEST_CQL } from '../../core/search';

/** Names that every object has; nothing can be filed under them. */
export const isFree = (name: string) => !(name in {});
export const NOT_FREE = 'This name cannot be used.';
const id = v.pipe(v.string(), v.minLength(1), v.maxLength(100), v.check(isFree, NOT_FREE));
const text = v.pipe(v.string(), v.maxLength(20_000));
const fit = v.picklist(FITS);
const role = v.picklist(ROLES);
const heading = v.object({ uri: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)), label: text });
const headingsPicked = v.pipe(v.array(heading), v.minLength(1), v.maxLength(20));
const many = <S extends v.GenericSchema>(item: S) => v.pipe(v.array(item), v.maxLength(500));
const commandOf = <K extends string, E extends v.ObjectEntries>(kind: K, entries: E) =>
	v.strictObject({ kind: v.literal(kind), ...entries });

const switches = {
	withNarrower: v.optional(v.boolean()),
	cuts: v.optional(v.pipe(v.array(heading), v.maxLength(500))),
	chief: v.optional(v.boolean()),
	aspects: v.optional(many(text)),
	role: v.optional(role),
	fit: v.optional(fit),
	note: v.optional(text)
};
const wordSwitches = {
	lang: v.optional(v.pipe(v.string(), v.maxLength(35))),
	capitals: v.optional(v.boolean()),
	off: v.optional(many(id))
};

export const wordField = v.picklist([
	'anywhere',
	'title',
	'abstract',
	'author',
	'source',
	'affiliation',
	'funder'
]);
const wholeNumber = v.pipe(v.number(), v.integer(), v.minValue(-1e9), v.maxValue(1e9));

/** A limit: values, or a range, or a period that ends with the present year. */
export const limitSetting = v.strictObject({
	field: v.pipe(v.string(), v.minLength(1), v.maxLength(100)),
	values: v.optional(v.pipe(many(v.pipe(v.string(), v.maxLength(300))), v.minLength(1))),
	from: v.optional(wholeNumber),
	to: v.optional(wholeNumber),
	lastYears: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(500)))
});

/** The settings of one index's strategy, whole. */
export const strategySettings = v.strictObject({
	id,
	off: v.array(id),
	fields: v.record(v.string(), wordField),
	limits: v.array(limitSetting),
	lifted: v.boolean(),
	text: v.pipe(v.string(), v.maxLength(LONGEST_CQL))
});

const single = [
	commandOf('about.set', {
		title: v.optional(text),
		question: v.optional(text),
		indexes: v.optional(many(id))
	}),
	commandOf('concept.add', { id, name: text }),
	commandOf('concept.set', {
		id,
		name: v.optional(text),
		status: v.optional(v.picklist(['required', 'waiting', 'exclude']))
	}),
	commandOf('concept.move', { id, to: v.pipe(v.number(), v.integer()) }),
	commandOf('concept.merge', { id, into: id }),
	commandOf('concept.split', { id, newId: id, name: text, words: many(id), picks: many(id) }),
	commandOf('concept.remove', { id }),
	commandOf('word.add', { id, conceptId: id, text, ...wordSwitches }),
	commandOf('word.set', { id, conceptId: v.optional(id), text: v.optional(text), ...wordSwitches }),
	commandOf('word.remove', { id }),
	commandOf('pick.add', {
		id,
		conceptId: id,
		indexCode: id,
		headings: headingsPicked,
		edition: text,
		...switches
	}),
	commandOf('pick.set', { id, ...switches }),
	commandOf('pick.remove', { id }),
	commandOf('cell.noHeading', {
		conceptId: id,
		indexCode: id,
		tried: many(text),
		edition: text,
		note: v.optional(text)
	}),
	commandOf('cell.reopen', { conceptId: id, indexCode: id }),
	commandOf('cell.set', {
		conceptId: id,
		indexCode: id,
		edition: text,
		picks: many(v.object({ id, headings: headingsPicked, ...switches })),
		noHeading: v.boolean()
	}),
	commandOf('sighting.add', {
		id,
		text,
		uri: v.optional(v.pipe(v.string(), v.maxLength(2_000))),
		indexCode: v.optional(v.pipe(v.string(), v.maxLength(100))),
		conceptId: v.optional(v.pipe(v.string(), v.maxLength(300))),
		seen: text
	}),
	commandOf('sighting.set', { id, state: v.picklist(['open', 'used', 'dismissed']) }),
	commandOf('strategy.set', {
		indexCode: id,
		off: v.optional(many(id)),
		fields: v.optional(v.record(id, wordField)),
		limits: v.optional(many(limitSetting)),
		lifted: v.optional(v.boolean()),
		text: v.optional(v.pipe(v.string(), v.maxLength(LONGEST_CQL)))
	})
] as const;

/** A command on an inquiry, as `Command` in the core. Several may come as one; they do not nest. */
export const command = v.variant('kind', [
	...single,
	commandOf('many', {
		title: v.pipe(v.string(), v.minLength(1), v.maxLength(300)),
		commands: v.pipe(v.array(v.variant('kind', [...single])), v.maxLength(5_000))
	})
]);

/** Which window asks. */
export const fromWindow = v.object({ client: v.optional(v.pipe(v.string(), v.maxLength(100)), '') });

/** A command with what its sender had seen: the revision on the screen, and the window it comes from. */
export const sentCommand = v.object({
	command,
	base: v.pipe(v.number(), v.integer(), v.minValue(0)),
	client: v.pipe(v.string(), v.maxLength(100)),
	/** Windows of which that one took over what they had not sent. */
	also: v.optional(v.pipe(v.array(v.pipe(v.string(), v.maxLength(100))), v.maxLength(100)), []),
	/** The sender knows what stands in the way and wants this all the same. */
	force: v.optional(v.boolean(), false),
	sending: v.optional(v.pipe(v.string(), v.maxLength(100)))
});

/** A cell as scripts set it: headings by URI. */
export const cellBody = v.object({
	picks: v.optional(
		many(
			v.object({
				uris: v.pipe(
					v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(2_000))),
					v.minLength(1),
					v.maxLength(20)
				),
				...switches,
				cuts: v.optional(many(v.pipe(v.string(), v.maxLength(2_000))))
			})
		),
		[]
	),
	noHeading: v.optional(v.boolean(), false)
});

export const newInquiry = v.object({
	title: v.pipe(v.string(), v.trim(), v.minLength(1, 'A title is needed.'), v.maxLength(200)),
	question: v.optional(text, '')
});

export const lookupQuery = v.object({
	q: v.pipe(v.string('Name the word with ?q=….'), v.maxLength(500, 'A word can be 500 characters long.')),
	limit: v.optional(
		v.pipe(
			v.string(),
			v.regex(/^\d{1,3}$/, 'The limit is a number from 1 to 100.'),
			v.transform(Number),
			v.minValue(1, 'The limit is a number from 1 to 100.'),
			v.maxValue(100, 'The limit is a number from 1 to 100.')
		),
		'20'
	)
});

export const newIndex = v.object({
	code: v.pipe(
		v.string(),
		v.regex(/^[a-z][a-z0-9-]{0,39}$/, 'A code is made of small letters, digits and hyphens.'),
		v.check(isFree, NOT_FREE)
	),
	name: v.pipe(v.string(), v.trim(), v.minLength(1, 'A name is needed.'), v.maxLength(100)),
	discipline: v.pipe(v.string(), v.trim(), v.maxLength(100))
});

/** A search through the public API. */
export const searchBody = v.object({
	cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)),
	limits: v.optional(v.pipe(v.array(limitSetting), v.maxLength(50)), []),
	offset: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0)), 0),
	limit: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000)), 20),
	sort: v.optional(v.picklist(['relevance', 'newest', 'oldest']), 'relevance'),
	yields: v.optional(v.boolean(), false)
});

export const parseBody = v.object({ cql: v.pipe(v.string(), v.maxLength(LONGEST_CQL)) });

/** Changes whose effect is asked for before they are made. */
export const trialBody = v.object({ commands: v.pipe(v.array(command), v.maxLength(200)) });

/** A run to be kept. */
export const newRun = v.variant('kind', [
	v.strictObject({ kind: v.literal('run'), indexCode: id }),
	v.strictObject({ kind: v.literal('repeat'), number: wholeNumber }),
	v.strictObject({
		kind: v.literal('combine'),
		how: v.picklist(['and', 'or', 'not']),
		runs: v.pipe(v.array(wholeNumber), v.minLength(2), v.maxLength(20))
	}),
	v.strictObject({
		kind: v.literal('elsewhere'),
		indexCode: id,
		text: v.pipe(
			v.string(),
			v.trim(),
			v.minLength(1, 'Give the exact text of the search.'),
			v.maxLength(LONGEST_CQL)
		),
		count: v.pipe(
			v.number('Give the number of records it found.'),
			v.integer(),
			v.minValue(0),
			v.maxValue(2_000_000_000, 'No index has so many records.')
		),
		at: v.pipe(v.string(), v.isoDate('Give the day as year, month and day.')),
		note: v.optional(text, '')
	})
]);

export const runFields = v.pipe(
	v.strictObject({
		name: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200))),
		note: v.optional(text)
	}),
	v.check((fields) => Object.keys(fields).length > 0, 'Say what is to change: a name or a note.')
);

const pattern = v.pipe(v.string(), v.maxLength(500));
export const dialectBody = v.strictObject({
	heading: pattern,
	narrower: pattern,
	cut: pattern,
	chief: pattern,
	aspect: pattern,
	together: pattern,
	word: pattern,
	phrase: pattern,
	stem: pattern,
	capitals: pattern,
	fields: v.record(wordField, pattern),
	or: pattern,
	and: pattern,
	not: pattern,
	group: pattern,
	limitValue: pattern,
	limitRange: pattern,
	limitFrom: pattern,
	limitTo: pattern,
	limitNames: v.record(v.string(), pattern),
	quotationMark: pattern
});

/** Which part of a result, and in which order; from the address. */
export const pageOfResults = v.object({
	sort: v.optional(v.picklist(['relevance', 'newest', 'oldest']), 'relevance'),
	offset: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(0)), '0'),
	limit: v.optional(
		v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(200)),
		'40'
	)
});
