/** Accounts and sessions, kept by the library for them in the tables that are here: passwords, cookies, what is sent to be sent back. */
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { genericOAuth } from 'better-auth/plugins';
import { and, eq, like, ne } from 'drizzle-orm';
import { accounts, connection, people, perConnection, sessions, verifications } from '../db';
import { putMessage } from '../outbox';
import { isOpenToAll, ownAddress, secret, signOnProvider } from './settings';

export const LEAST_PASSWORD = 12;
export const MOST_PASSWORD = 200;
/** Where a provider of single sign-on sends people back to; the address is registered there. */
export const SIGN_ON_AT = '/account/vouched';
/** Days after which somebody who did not come is signed out. */
const SESSION_DAYS = 30;
/** Hours for which a link to a new password, or one that confirms an address, is good. */
const LINK_HOURS = 2;

const day = 24 * 60 * 60;

function make() {
	const provider = signOnProvider();
	const isSecure = ownAddress().startsWith('https://');
	return betterAuth({
		appName: 'Oakmoss',
		baseURL: ownAddress(),
		basePath: SIGN_ON_AT,
		secret: secret(),
		telemetry: { enabled: false },
		logger: { disabled: true },
		database: drizzleAdapter(connection().db, {
			provider: 'pg',
			schema: { people, sessions, accounts, verifications },
			transaction: true
		}),
		user: {
			modelName: 'people',
			additionalFields: {
				role: { type: 'string', required: false, defaultValue: 'member', input: false }
			}
		},
		session: {
			modelName: 'sessions',
			fields: { userId: 'personId' },
			expiresIn: SESSION_DAYS * day,
			updateAge: day
		},
		account: {
			modelName: 'accounts',
			fields: { userId: 'personId' },
			// An account is that of whoever comes by single sign-on only where the provider confirms the address as theirs.
			accountLinking: { enabled: provider !== undefined }
		},
		verification: { modelName: 'verifications' },
		emailAndPassword: {
			enabled: true,
			autoSignIn: false,
			requireEmailVerification: true,
			minPasswordLength: LEAST_PASSWORD,
			maxPasswordLength: MOST_PASSWORD,
			revokeSessionsOnPasswordReset: true,
			resetPasswordTokenExpiresIn: LINK_HOURS * 60 * 60,
			sendResetPassword: async ({ user, token }) => {
				// Only the last link is good.
				await voidResets(user.id, token);
				await tell(user, 'A new password for Oakmoss', [
					`Somebody asked for a new password for ${user.name}. If it was you, choose one here within ${LINK_HOURS} hours:`,
					`${ownAddress()}/new-password?key=${token}`,
					'If it was not you, nothing has changed and nothing is to be done.'
				]);
			}
		},
		emailVerification: {
			expiresIn: LINK_HOURS * 60 * 60,
			sendOnSignIn: true,
			sendVerificationEmail: async ({ user, token }) => {
				await tell(user, 'Confirm your address for Oakmoss', [
					`Somebody made an account under this address. If it was you, confirm it here within ${LINK_HOURS} hours:`,
					`${ownAddress()}/confirm?key=${token}`,
					'If it was not you, nothing is to be done: the account cannot be used.'
				]);
			}
		},
		advanced: {
			cookiePrefix: 'oakmoss',
			useSecureCookies: isSecure,
			defaultCookieAttributes: { httpOnly: true, sameSite: 'lax', secure: isSecure, path: '/' },
			ipAddress: { ipAddressHeaders: ['x-oakmoss-address'] }
		},
		// Tries are counted before it is asked.
		rateLimit: { enabled: false },
		plugins: provider
			? [
					genericOAuth({
						config: [
							{
								providerId: 'vouched',
								discoveryUrl: provider.discovery,
								clientId: provider.client,
								clientSecret: provider.secret,
								scopes: ['openid', 'email', 'profile'],
								pkce: true,
								requireIdTokenVerification: true,
								// Whatever the provider says: accounts are made by invitation, unless the installation is open.
								disableSignUp: !isOpenToAll()
							}
						]
					})
				]
			: []
	});
}

/** A message about an account, to its address. */
async function tell(
	{ id, email }: { id: string; email: string },
	subject: string,
	lines: readonly string[]
): Promise<void> {
	await putMessage(id, null, { kind: 'account', to: email, subject, text: lines.join('\n\n') });
}

/** Under which the library keeps whom a link to a new password is for. */
const resetName = (token: string) => `reset-password:${token}`;

/** Whom a link to a new password is for. */
export async function personOfReset(token: string): Promise<string | undefined> {
	const [row] = await connection()
		.db.select({ personId: verifications.value })
		.from(verifications)
		.where(eq(verifications.identifier, resetName(token)));
	return row?.personId;
}

/** Ends every link to a new password of somebody but one. */
async function voidResets(personId: string, but: string): Promise<void> {
	await connection()
		.db.delete(verifications)
		.where(
			and(
				eq(verifications.value, personId),
				like(verifications.identifier, `${resetName('')}%`),
				ne(verifications.identifier, resetName(but))
			)
		);
}

export const auth = perConnection(make);
