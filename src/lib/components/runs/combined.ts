/** Runs that were put together, in words. */
export type How = 'and' | 'or' | 'not';

/** What such a run holds: “what run 2 found and run 5 did not”. */
export function combinedInWords({ how, runs }: { how: How; runs: readonly number[] }): string {
	const [first, ...others] = runs;
	const list = (words: string, numbers: readonly number[]) =>
		numbers.length > 1
			? `${numbers.slice(0, -1).join(', ')} ${words} ${numbers[numbers.length - 1]}`
			: String(numbers[0]);
	if (how === 'or') return `what run ${list('or', runs)} found`;
	if (how === 'not') return `what run ${first} found and run ${list('or', others)} did not`;
	return `what runs ${list('and', runs)} ${runs.length > 2 ? 'all' : 'both'} found`;
}
