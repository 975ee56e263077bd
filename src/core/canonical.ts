/** JSON by which two values can be compared whatever the order of their names. */

/**
 * JSON with sorted names, as stores need not keep the order of names. O(n log n) in the names.
 * @param leaveOut fields to be left out, by their value
 */
export function canonical(value: unknown, leaveOut: (field: unknown) => boolean = () => false): string {
	return JSON.stringify(value, (_, inner: unknown) =>
		inner !== null && typeof inner === 'object' && !Array.isArray(inner)
			? Object.fromEntries(
					Object.entries(inner)
						.filter(([, field]) => !leaveOut(field))
						.sort(([a], [b]) => (a < b ? -1 : 1))
				)
			: inner
	);
}
