/** What may come in from outside, as Valibot schemas. */
import * as v from 'valibot';
import { FITS, ROLES } from '../../core/crosswalk/types';

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(100));
const text = v.pipe(v.string(), v.maxLength(20_000));
const fit = v.picklist(FITS);
const role = v.picklist(ROLES);
const heading = v.object({ uri: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)), label: text });
const headingsPicked = v.pipe(v.array(heading), v.minLength(1), v.maxLength(20));
const many = <S extends v.GenericSchema>(item: S) => v.pipe(v.array(item), v.maxLength(500));
const commandOf = <K extends string, E extends v.ObjectEntries>(kind: K, entries: E) =>
	v.strictObject({ kind: v.literal(kind), ...entries });

const pickFields = { withNarrower: v.boolean(), role, fit, note: text };

/** A command on an inquiry, as `Command` in the core. */
export const command = v.variant('kind', [
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
	commandOf('concept.remove', { id }),
	commandOf('word.add', { id, conceptId: id, text }),
	commandOf('word.remove', { id }),
	commandOf('pick.add', {
		id,
		conceptId: id,
		indexCode: id,
		headings: headingsPicked,
		edition: text,
		withNarrower: v.optional(v.boolean()),
		fit: v.optional(fit),
		role: v.optional(role),
		note: v.optional(text)
	}),
	commandOf('pick.set', {
		id,
		withNarrower: v.optional(v.boolean()),
		role: v.optional(role),
		fit: v.optional(fit),
		note: v.optional(text)
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
		picks: many(v.object({ id, headings: headingsPicked, ...pickFields })),
		noHeading: v.boolean()
	})
]);

export const newInquiry = v.object({
	title: v.pipe(v.string(), v.trim(), v.minLength(1, 'A title is needed.'), v.maxLength(200)),
	question: v.optional(text, '')
});

export const lookupQuery = v.object({
	q: v.optional(v.pipe(v.string(), v.maxLength(500, 'A word can be 500 characters long.')), ''),
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
		v.regex(/^[a-z][a-z0-9-]{0,39}$/, 'A code is made of small letters, digits and hyphens.')
	),
	name: v.pipe(v.string(), v.trim(), v.minLength(1, 'A name is needed.'), v.maxLength(100)),
	discipline: v.pipe(v.string(), v.trim(), v.maxLength(100))
});
