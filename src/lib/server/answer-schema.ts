/** Parts of what the public API answers that every wing has. */
import * as v from 'valibot';

export const text = v.string();
export const count = v.pipe(v.number(), v.integer(), v.minValue(0));
/** A heading, as it is referred to. */
export const ref = v.strictObject({ id: text, uri: text, label: text });
export const removed = v.strictObject({ removed: text });
export const error = v.strictObject({
	error: v.strictObject({ code: text, message: text, details: v.optional(v.unknown()) })
});
