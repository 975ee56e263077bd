/** How people take part in this installation: what its environment says. */

/** Whether people sign in. Otherwise one person works alone, on this machine. */
export const withAccounts = () => process.env.OAKMOSS_ACCOUNTS === 'on';

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

/** Somebody who vouches for people by OpenID Connect. */
export interface Voucher {
	/** Where it describes itself. */
	discovery: string;
	client: string;
	secret: string;
	/** As it is called beside the way to sign in. */
	name: string;
}

export function voucher(): Voucher | undefined {
	const { OAKMOSS_OIDC_ISSUER: issuer, OAKMOSS_OIDC_CLIENT: client, OAKMOSS_OIDC_SECRET } = process.env;
	if (!withAccounts() || !issuer || !client) return undefined;
	return {
		discovery: `${issuer.replace(/\/$/, '')}/.well-known/openid-configuration`,
		client,
		secret: OAKMOSS_OIDC_SECRET ?? '',
		name: process.env.OAKMOSS_OIDC_NAME ?? 'your institution'
	};
}
