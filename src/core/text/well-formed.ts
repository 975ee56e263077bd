/** Texts that UTF-8 and PostgreSQL have a place for. */

/** What a text holds that cannot be kept, in words; undefined where nothing. O(length). */
export function textFault(text: string): string | undefined {
	if (text.includes('\0')) return 'a NUL character';
	return text.isWellFormed() ? undefined : 'half of a character (a lone surrogate)';
}
