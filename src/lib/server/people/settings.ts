/** How people take part in this installation: what its environment says. */

/** Whether people sign in. Otherwise one person works alone, on this machine. */
export const withAccounts = () => process.env.OAKMOSS_ACCOUNTS === 'on';

/** What can be said of accounts: on, or off with nothing said. */
const SAID = ['on', 'off', ''];
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * What is wrong with what the environment says of accounts, in words; nothing where it is right. Off, whoever reaches the
 * server may do everything.
 * @param hasAccounts whether the database has any
 */
export function accountsFault(hasAccounts: boolean): string | undefined {
	const { OAKMOSS_ACCOUNTS: said = '', ORIGIN } = process.env;
	if (!SAID.includes(said))
		return `OAKMOSS_ACCOUNTS is “${said}”. It is “on” where people sign in, and “off” or nothing where one person works alone.`;
	if (withAccounts()) return undefined;
	if (hasAccounts)
		return 'This database has accounts, and OAKMOSS_ACCOUNTS is off, so that everybody who reaches this server could read and change everything. Start it with OAKMOSS_ACCOUNTS=on (the demo with “npm run demo -- together”).';
	if (ORIGIN && !(URL.canParse(ORIGIN) && LOOPBACK.includes(new URL(ORIGIN).hostname)))
		return `ORIGIN is ${ORIGIN}, where others reach this server, and OAKMOSS_ACCOUNTS is off. Set OAKMOSS_ACCOUNTS=on, or leave ORIGIN out to work alone on this machine.`;
	return undefined;
}

/** Whether whoever has an address may make an account; otherwise they are asked in. */
export const isOpenToAll = () => withAccounts() && process.env.OAKMOSS_REGISTRATION === 'on';

/** The address under which people reach it, without a slash at its end. */
export function ownAddress(): string {
	const { ORIGIN, HOST = '127.0.0.1', PORT = '3000' } = process.env;
	return (ORIGIN ?? `http://${HOST}:${PORT}`).replace(/\/$/, '');
}

/** What signs cookies and links; every server of an installation has the same. */
export function secret(): string {
	const own = process.env.OAKMOSS_SECRET ?? '';
	if (own.length < 32)
		throw new Error(
			'OAKMOSS_SECRET is not set, or has fewer than 32 characters. With accounts on, it signs who is signed in.'
		);
	return own;
}

/** A provider of single sign-on by OpenID Connect. */
export interface SignOnProvider {
	/** Where it describes itself. */
	discovery: string;
	client: string;
	secret: string;
	/** As it is called beside the way to sign in. */
	name: string;
}

export function signOnProvider(): SignOnProvider | undefined {
	const { OAKMOSS_OIDC_ISSUER: issuer, OAKMOSS_OIDC_CLIENT: client, OAKMOSS_OIDC_SECRET } = process.env;
	if (!withAccounts() || !issuer || !client) return undefined;
	return {
		discovery: `${issuer.replace(/\/$/, '')}/.well-known/openid-configuration`,
		client,
		secret: OAKMOSS_OIDC_SECRET ?? '',
		name: process.env.OAKMOSS_OIDC_NAME ?? 'your institution'
	};
}
