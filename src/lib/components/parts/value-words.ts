/** Values of records as people read them. */
const languages = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'code' });

/** A value as people read it. */
export function readable(value: string, by: string): string {
	if (by !== 'language') return value === 'true' ? 'yes' : value === 'false' ? 'no' : value;
	try {
		return languages.of(value) ?? value;
	} catch {
		// What an index says of a language need not be a code.
		return value;
	}
}
