/** Who a request comes from; signing in and out. */
import { APIError } from 'better-auth/api';
import { ServiceError } from '../errors';
import type { Person, Role } from './access';
import { auth, SIGN_ON_AT } from './auth-rows';
import { consumeAttempt, clearAttempts } from './attempts';
import type { Caller, Signed } from './caller';
import { knownBrowser, rememberBrowser } from './known-browsers';
import { noteForAdministrators, personWithEmail } from './people-rows';
import { signOnProvider } from './settings';

/** Who is signed in with a browser; undefined where nobody is, or a session has ended or was ended elsewhere. */
export async function personSignedIn(headers: Headers): Promise<Person | undefined> {
	if (!/(^|[;\s])(__Secure-)?oakmoss\.session_token=/.test(headers.get('cookie') ?? '')) return undefined;
	const found = await auth().api.getSession({ headers });
	if (!found) return undefined;
	const { id, name, role } = found.user as { id: string; name: string; role?: string | null };
	return { id, name, role: (role ?? 'member') as Role };
}

/** The library of accounts knows where a request comes from by one header alone, which nobody outside can set. */
export function headersOf({ headers, address }: Caller): Headers {
	const own = new Headers(headers);
	own.set('x-oakmoss-address', address);
	return own;
}

/** Signs in by a password. Whether it is the address or the password that is wrong is not said. */
export async function signIn(
	caller: Caller,
	{ email, password }: { email: string; password: string }
): Promise<Signed<{ name: string }>> {
	const browser = knownBrowser(caller.headers, email);
	const account = browser === undefined ? email : `${email} in ${browser}`;
	await consumeAttempt('sign-in', caller.address, account);
	try {
		const { headers, response } = await auth().api.signInEmail({
			body: { email, password, rememberMe: true },
			headers: headersOf(caller),
			returnHeaders: true
		});
		await clearAttempts('sign-in', caller.address, account);
		await noteForAdministrators('signed-in', response.user.id, `${response.user.name} signed in.`, caller);
		return {
			value: { name: response.user.name },
			cookies: [...headers.getSetCookie(), rememberBrowser(caller.headers, email)]
		};
	} catch (error) {
		if (!(error instanceof APIError)) throw error;
		const known = await personWithEmail(email);
		await noteForAdministrators(
			'not-signed-in',
			known?.id ?? null,
			'A password did not fit, or nobody has that address.',
			caller
		);
		if (error.body?.code === 'EMAIL_NOT_VERIFIED')
			throw new ServiceError(
				403,
				'not-confirmed',
				'This address is not confirmed yet. A new link was sent to it; it is good for two hours.'
			);
		throw new ServiceError(
			401,
			'not-signed-in',
			'The address or the password is wrong. Nothing else is said, so that nobody learns who has an account.'
		);
	}
}

/** Ends the session of this browser. */
export async function signOut(caller: Caller): Promise<Signed<object>> {
	const { headers } = await auth().api.signOut({ headers: headersOf(caller), returnHeaders: true });
	return { value: {}, cookies: headers.getSetCookie() };
}

/** Ends every session of whoever asks, here and elsewhere. */
export async function signOutEverywhere(caller: Caller): Promise<Signed<object>> {
	const headers = headersOf(caller);
	await auth().api.revokeSessions({ headers });
	return signOut(caller);
}

export interface OpenSession {
	/** Names it to be ended; not what its cookie holds. */
	id: string;
	isThis: boolean;
	since: string;
	seen: string;
	/** The program it was begun with, as that says of itself. */
	program: string;
}

/** Where whoever asks is signed in, the session seen last first. */
export async function openSessions(caller: Caller): Promise<OpenSession[]> {
	const headers = headersOf(caller);
	const [all, own] = await Promise.all([
		auth().api.listSessions({ headers }),
		auth().api.getSession({ headers })
	]);
	return all
		.map(({ id, createdAt, updatedAt, userAgent }) => ({
			id,
			isThis: id === own?.session.id,
			since: createdAt.toISOString(),
			seen: updatedAt.toISOString(),
			program: userAgent ?? ''
		}))
		.sort((a, b) => b.seen.localeCompare(a.seen));
}

/** Ends one session of whoever asks. */
export async function endSession(caller: Caller, id: string): Promise<void> {
	const headers = headersOf(caller);
	const found = (await auth().api.listSessions({ headers })).find((session) => session.id === id);
	if (!found) throw new ServiceError(404, 'no-session', 'There is no such session. It may have ended.');
	await auth().api.revokeSession({ headers, body: { token: found.token } });
}

/** Begins single sign-on. @returns where the browser is to go */
export async function beginSingleSignOn(caller: Caller): Promise<Signed<{ to: string }>> {
	const { name } = signOnProvider() ?? {};
	if (!name) throw new ServiceError(404, 'no-route', 'There is no single sign-on here.');
	const { headers, response } = await auth().api.signInSocial({
		body: { provider: 'vouched', callbackURL: '/', errorCallbackURL: '/sign-in?refused=yes' },
		headers: headersOf(caller),
		returnHeaders: true
	});
	return { value: { to: response.url ?? '/sign-in?refused=yes' }, cookies: headers.getSetCookie() };
}

/** What the provider of single sign-on sends back. */
export async function finishSingleSignOn(request: Request): Promise<Response> {
	const { pathname } = new URL(request.url);
	if (!signOnProvider() || !pathname.startsWith(`${SIGN_ON_AT}/callback/`))
		throw new ServiceError(404, 'no-route', `There is nothing at ${pathname}.`);
	return auth().handler(request);
}
