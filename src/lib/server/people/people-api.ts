/** What the public API answers of people: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { text } from '../answer-schema';
import { ROLES } from './access';

const token = {
	id: text,
	name: text,
	scope: v.picklist(['read', 'write']),
	madeAt: text,
	endsAt: text,
	usedAt: v.optional(text)
};

export const tokensAnswer = v.array(v.strictObject(token));

export const madeToken = v.strictObject({ ...token, token: text });

export const meAnswer = v.strictObject({
	id: text,
	name: text,
	role: v.picklist([...ROLES, 'visitor']),
	scope: v.picklist(['read', 'write']),
	/** Whether people sign in here. */
	accounts: v.boolean()
});
