/** What is sent about people and accounts, and its bounds. */
import * as v from 'valibot';
import { ROLES } from './access';
import { LEAST_PASSWORD, MOST_PASSWORD } from './auth-rows';

const email = v.pipe(
	v.string(),
	v.trim(),
	v.toLowerCase(),
	v.email('This is not an email address.'),
	v.maxLength(254)
);
const key = v.pipe(v.string(), v.minLength(1), v.maxLength(1_000));
/** One that was chosen. One that is tried may be any. */
const newPassword = v.pipe(
	v.string(),
	v.minLength(LEAST_PASSWORD, `A password has ${LEAST_PASSWORD} characters or more.`),
	v.maxLength(MOST_PASSWORD, `A password has at most ${MOST_PASSWORD} characters.`)
);
const name = v.pipe(v.string(), v.trim(), v.nonEmpty('A name is needed.'), v.maxLength(100));

export const signInBody = v.strictObject({ email, password: v.pipe(v.string(), v.maxLength(1_000)) });
export const registerBody = v.strictObject({ name, email, password: newPassword });
export const welcomeBody = v.strictObject({ key, name, email: v.optional(email), password: newPassword });
export const keyBody = v.strictObject({ key });
export const addressBody = v.strictObject({ email });
/** Whether the tokens of scripts end too. */
const endTokens = v.optional(v.boolean(), false);
const present = v.pipe(v.string(), v.maxLength(1_000));
export const renewBody = v.strictObject({ key, password: newPassword, endTokens });
export const changeBody = v.strictObject({ present, password: newPassword, endTokens });
export const inviteBody = v.strictObject({ email, role: v.picklist(ROLES) });
export const roleBody = v.strictObject({ role: v.picklist(ROLES) });
export const removeBody = v.strictObject({ calledAs: v.optional(name) });
/** By whoever the account is of; the password where they have one. */
export const leaveBody = v.strictObject({ calledAs: v.optional(name), present: v.optional(present, '') });
export const sessionsBody = v.strictObject({ everywhere: v.optional(v.boolean(), false) });
export const groupBody = v.strictObject({
	id: v.optional(v.pipe(v.string(), v.maxLength(60))),
	name,
	people: v.pipe(v.array(v.pipe(v.string(), v.maxLength(60))), v.maxLength(500))
});
export const newToken = v.strictObject({
	name,
	scope: v.picklist(['read', 'write']),
	endsAt: v.pipe(v.string(), v.isoTimestamp('A time in ISO 8601 is needed, such as 2027-01-31T00:00:00Z.'))
});
