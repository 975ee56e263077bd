/** What the public API answers of inquiry: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { count, text } from '../answer-schema';
import { INQUIRY_ROLES } from '../people';

export const inquiryMade = v.strictObject({ id: text });

export const inquiriesAnswer = v.array(
	v.strictObject({
		id: text,
		title: text,
		question: text,
		indexes: v.array(text),
		archived: v.boolean(),
		changedAt: text,
		concepts: count,
		picks: count,
		decided: count
	})
);

export const participantsAnswer = v.strictObject({
	role: v.picklist(INQUIRY_ROLES),
	people: v.array(v.strictObject({ id: text, name: text, role: v.picklist(INQUIRY_ROLES) })),
	groups: v.array(v.strictObject({ id: text, name: text, role: v.picklist(['editor', 'reader']) })),
	links: v.optional(v.array(v.strictObject({ key: text, madeAt: text })))
});
