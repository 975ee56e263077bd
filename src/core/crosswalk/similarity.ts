/** How much two concepts have in common. */
import { variantKey } from '../text';

interface Worded {
	name: string;
	words: readonly string[];
}

/**
 * 1 where the names are the same but for spelling and number; else the share of words that both have, among all that either
 * has (P. Jaccard, 1901), names counted as words. O(words).
 */
export function likeness(a: Worded, b: Worded): number {
	const keys = ({ name, words }: Worded) =>
		new Set([name, ...words].map((text) => variantKey(text.replace(/\*$/, ''))).filter(Boolean));
	if (variantKey(a.name) === variantKey(b.name)) return 1;
	const [one, other] = [keys(a), keys(b)];
	const both = [...one].filter((key) => other.has(key)).length;
	return both / (one.size + other.size - both);
}
