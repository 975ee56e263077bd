/** The commands that change an inquiry, as they may come in from outside. */
import * as v from 'valibot';
import type { CslItem } from '../../../core/evidence/citation';
import { type Command, FITS, ROLES, STATUSES } from '../../../core/crosswalk/inquiry';
import { DECISIONS } from '../../../core/crosswalk/list-entry';
import { LONGEST_CQL } from '../../../core/search';
import {
	heading,
	id,
	limitField,
	limitSetting,
	ownLimit,
	many,
	newId,
	NOT_FREE,
	isFree,
	searches,
	text,
	wholeNumber,
	wordField
} from '../input-schema';

/** What a mapping says besides, by the names of slots. */
export const slots = v.pipe(
	v.record(v.pipe(v.string(), v.regex(/^[A-Za-z]\w{0,79}$/)), text),
	v.check((all) => Object.keys(all).length <= 80, 'A mapping can have 80 slots.')
);

const headingsPicked = v.pipe(v.array(heading), v.minLength(1), v.maxLength(20));
const commandOf = <K extends string, E extends v.ObjectEntries>(kind: K, entries: E) =>
	v.strictObject({ kind: v.literal(kind), ...entries });

/** What may be said of a pick besides its headings. */
export const switches = {
	withNarrower: v.optional(v.boolean()),
	cuts: v.optional(v.pipe(v.array(heading), v.maxLength(500))),
	chief: v.optional(v.boolean()),
	aspects: v.optional(many(text)),
	role: v.optional(v.picklist(ROLES)),
	fit: v.optional(v.picklist(FITS)),
	note: v.optional(text),
	slots: v.optional(slots)
};
const wordSwitches = {
	lang: v.optional(v.pipe(v.string(), v.maxLength(35))),
	capitals: v.optional(v.boolean()),
	off: v.optional(many(id))
};

/** Settings of a strategy by word, pick or finding: so many at most. */
const MOST_SETTINGS = 2_000;
function atMost<S extends v.GenericSchema<Record<string, unknown>, Record<string, unknown>>>(record: S) {
	return v.pipe(
		record,
		v.check(
			(all) => Object.keys(all).length <= MOST_SETTINGS,
			`A strategy has at most ${MOST_SETTINGS} settings of a kind.`
		)
	);
}

/** Reasons by finding. */
const leftFindings = atMost(
	v.record(
		v.pipe(v.string(), v.maxLength(1_000)),
		v.pipe(v.string(), v.trim(), v.minLength(1, 'Say why it is left as it is.'), v.maxLength(2_000))
	)
);

/** The settings of one index's strategy, whole. */
export const strategySettings = v.strictObject({
	id,
	off: v.array(id),
	fields: v.record(v.string(), wordField),
	searches: v.optional(v.record(v.string(), searches), {}),
	limits: v.array(ownLimit),
	lifted: v.boolean(),
	left: v.optional(leftFindings, {}),
	text: v.pipe(v.string(), v.maxLength(LONGEST_CQL))
});

/** The records of a work, one or none of each index. */
export const listedRecords = v.pipe(
	v.array(v.strictObject({ indexCode: id, record: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)) })),
	v.maxLength(50)
);
/** By CSL variable; names and dates are lists. */
export const mends = v.record(
	v.pipe(v.string(), v.minLength(1), v.maxLength(100), v.check(isFree, NOT_FREE)),
	v.unknown()
);
/** A work that no index has, as CSL-JSON. */
export const citation = v.pipe(
	v.looseObject({ id: v.string(), type: v.string() }),
	v.check((item) => JSON.stringify(item).length < 200_000, 'This citation is too long.'),
	v.transform((item) => item as CslItem)
);
const ids = v.pipe(v.array(id), v.minLength(1), v.maxLength(5_000));

const single = [
	commandOf('about.set', {
		title: v.optional(text),
		question: v.optional(text),
		indexes: v.optional(many(id)),
		wordField: v.optional(wordField)
	}),
	commandOf('concept.add', { id: newId, name: text }),
	commandOf('concept.set', {
		id,
		name: v.optional(text),
		status: v.optional(v.picklist(STATUSES))
	}),
	commandOf('concept.move', { id, to: v.pipe(v.number(), v.integer()) }),
	commandOf('concept.merge', { id, into: id }),
	commandOf('concept.split', { id, newId, name: text, words: many(id), picks: many(id) }),
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
		because: v.optional(text),
		...switches
	}),
	commandOf('pick.set', { id, ...switches }),
	commandOf('pick.follow', {
		id,
		edition: text,
		headings: v.optional(headingsPicked),
		cuts: switches.cuts,
		fit: switches.fit,
		because: v.optional(text)
	}),
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
	commandOf('comment.add', {
		id,
		about: v.pipe(v.string(), v.minLength(1), v.maxLength(2_400)),
		text,
		mentions: v.pipe(v.array(v.pipe(v.string(), v.maxLength(100))), v.maxLength(100))
	}),
	commandOf('comment.set', { id, isSettled: v.boolean() }),
	commandOf('comment.remove', { id }),
	commandOf('pearl.add', {
		id,
		indexCode: id,
		record: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)),
		title: text
	}),
	commandOf('pearl.remove', { id }),
	commandOf('entries.add', {
		from: text,
		entries: v.pipe(
			v.array(
				v.strictObject({
					id,
					records: listedRecords,
					citation: v.optional(v.nullable(citation)),
					title: text,
					authors: text,
					source: text,
					year: v.nullable(wholeNumber)
				})
			),
			v.maxLength(5_000)
		)
	}),
	commandOf('entries.set', {
		ids,
		decision: v.optional(v.picklist(DECISIONS)),
		reason: v.optional(text),
		note: v.optional(text),
		tags: v.optional(many(text)),
		mends: v.optional(mends),
		records: v.optional(listedRecords)
	}),
	commandOf('entries.remove', { ids }),
	commandOf('strategy.set', {
		indexCode: id,
		off: v.optional(many(id)),
		fields: v.optional(atMost(v.record(id, wordField))),
		searches: v.optional(atMost(v.record(id, searches))),
		limits: v.optional(many(ownLimit)),
		lifted: v.optional(v.boolean()),
		left: v.optional(leftFindings),
		text: v.optional(v.pipe(v.string(), v.maxLength(LONGEST_CQL)))
	}),
	commandOf('limit.set', { limit: limitSetting, indexCode: v.optional(id) }),
	commandOf('limit.lift', { field: limitField, indexCode: id, lifted: v.boolean() }),
	commandOf('limit.remove', { field: limitField, indexCode: v.optional(id) }),
	commandOf('name.set', {
		id,
		to: v.nullable(v.pipe(v.string(), v.maxLength(300))),
		says: text,
		toSays: v.optional(text)
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

/** Why a command would be refused for what stands in it, whatever it is done to; undefined where it would not. */
export function faultOfCommand(one: Command): string | undefined {
	const { issues } = v.safeParse(command, one);
	if (!issues) return undefined;
	const [{ message, path }] = issues;
	const place = (path ?? []).map(({ key }) => String(key)).join('.');
	return place ? `${message} (${place})` : message;
}

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

export const newInquiry = v.object({
	title: v.pipe(v.string(), v.trim(), v.minLength(1, 'A title is needed.'), v.maxLength(200)),
	question: v.optional(text, '')
});

/** Changes whose effect is asked for before they are made; those that come as one count as many as they are. */
const MOST_TRIED = 500;
export const trialBody = v.object({
	commands: v.pipe(
		v.array(command),
		v.maxLength(200),
		v.check(
			(all) =>
				all.reduce((sum, one) => sum + (one.kind === 'many' ? one.commands.length : 1), 0) <= MOST_TRIED,
			`The effect of at most ${MOST_TRIED} changes is worked out at once.`
		)
	)
});
