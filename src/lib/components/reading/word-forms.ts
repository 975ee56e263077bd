/** What words of records are to the words of a concept: there already, or forms that one beginning would catch. */
import { fold, stemOf } from '$core/text';

/** Phrases that the words of a concept find already, each with why. */
export function wordsAlready(words: readonly string[]): {
	has: (text: string) => boolean;
	get: (text: string) => string;
} {
	const whole = new Set(words.map(fold));
	const beginnings = words
		.filter((word) => /^[^\s*]{3,}\*$/.test(word.trim()))
		.map((word) => ({ word, begins: fold(word.trim().slice(0, -1)) }));
	const by = (text: string) => {
		if (whole.has(text)) return 'a word of the concept';
		// A phrase that holds a word of the concept is found by it.
		const held = [...whole].find((word) => word !== '' && ` ${text} `.includes(` ${word} `));
		const known =
			held ?? beginnings.find(({ begins }) => text.split(' ').some((one) => one.startsWith(begins)))?.word;
		return known === undefined ? '' : `found by “${known}”`;
	};
	return { has: (text) => by(text) !== '', get: by };
}

/** Shorter beginnings catch too much that is unrelated. */
const SHORTEST = 4;

/**
 * The beginning, written with a *, that catches a word and every other word of these records with its stem; nothing for a
 * phrase, and where the word stands alone.
 */
export function stemOffered(text: string, phrases: readonly { text: string }[]): string | undefined {
	if (text.includes(' ')) return undefined;
	const stem = stemOf(text);
	const forms = new Set(
		phrases
			.flatMap((phrase) => phrase.text.split(' '))
			.filter((word) => word === text || stemOf(word) === stem)
	);
	if (forms.size < 2) return undefined;
	let beginning = text;
	for (const form of forms) while (!form.startsWith(beginning)) beginning = beginning.slice(0, -1);
	return beginning.length >= SHORTEST ? `${beginning}*` : undefined;
}
