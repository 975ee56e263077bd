/** Parts of what may come in from outside that every wing has. */
import * as v from 'valibot';
import { SEARCHES, WORD_FIELD_WORDS, type WordField } from '../../core/crosswalk';

/** Names that every object has; nothing can be stored under them. */
export const isFree = (name: string) => !(name in {});
export const NOT_FREE = 'This name cannot be used.';

export const id = v.pipe(v.string(), v.minLength(1), v.maxLength(100), v.check(isFree, NOT_FREE));
/** An identifier that is given now: none is written into a file as markup. */
export const newId = v.pipe(id, v.regex(/^[^<>"&]+$/, 'An identifier holds none of < > " &.'));
export const text = v.pipe(v.string(), v.maxLength(20_000));

export const heading = v.object({ uri: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)), label: text });
export const many = <S extends v.GenericSchema>(item: S) => v.pipe(v.array(item), v.maxLength(500));
export const wholeNumber = v.pipe(v.number(), v.integer(), v.minValue(-1e9), v.maxValue(1e9));

/** Where words are looked for. */
export const wordField = v.picklist(Object.keys(WORD_FIELD_WORDS) as WordField[]);

/** What a block searches. */
export const searches = v.picklist(SEARCHES);

export const limitField = v.pipe(v.string(), v.minLength(1), v.maxLength(100));
/** A limit: values, or a range, or a period that ends with the present year. */
export const limitSetting = v.strictObject({
	field: limitField,
	values: v.optional(v.pipe(many(v.pipe(v.string(), v.maxLength(300))), v.minLength(1))),
	from: v.optional(wholeNumber),
	to: v.optional(wholeNumber),
	lastYears: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(500)))
});
/** A limit of one index alone, which may be lifted for now. */
export const ownLimit = v.strictObject({ ...limitSetting.entries, isLifted: v.optional(v.boolean()) });
