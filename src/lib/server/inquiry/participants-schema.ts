/** Who is to take part in an inquiry, as it is sent. */
import * as v from 'valibot';
import { INQUIRY_ROLES } from '../people';

const id = v.pipe(v.string(), v.nonEmpty(), v.maxLength(60));

export const participantsBody = v.strictObject({
	people: v.pipe(v.array(v.strictObject({ id, role: v.picklist(INQUIRY_ROLES) })), v.maxLength(500)),
	groups: v.optional(
		v.pipe(v.array(v.strictObject({ id, role: v.picklist(['editor', 'reader']) })), v.maxLength(100)),
		[]
	)
});
