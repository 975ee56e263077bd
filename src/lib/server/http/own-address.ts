/** Addresses that a request names to be led to. */

/**
 * Path and query of an address of one's own origin; nothing for any other, however it is written. The parser of URLs is
 * asked, as browsers read what looks like a path in ways of their own.
 */
export function ownPath(wanted: string, { origin }: Pick<URL, 'origin'>): string | undefined {
	if (!URL.canParse(wanted, origin)) return undefined;
	const at = new URL(wanted, origin);
	// What begins with two slashes would name another host when it is read again.
	if (at.origin !== origin || /^\/[/\\]/.test(at.pathname)) return undefined;
	return at.pathname + at.search;
}
