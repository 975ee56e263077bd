/** Words that may be added to a concept: other spellings, acronyms, entry terms of picks, and what their records say. */
import { fold, variants, type AcronymPair } from '../text';

export interface Offer {
	text: string;
	kind: 'spelling' | 'acronym' | 'entry term' | 'said';
	/** The word it is a spelling or short form of, the heading it leads to, or whose records say it. */
	of: string;
	/** Of an entry term and of what records say: the index. */
	indexCode?: string;
	lang?: string;
}

export interface PickedTerms {
	indexCode: string;
	label: string;
	terms: readonly { text: string; lang: string }[];
}

/** Spellings worth searching as words of their own: solid, open and hyphenated, British and American, number. */
const SPELLINGS_PER_WORD = 4;

/**
 * What is not a word of the concept yet, each once: spellings of its words, acronyms of them and their expansions, and
 * the entry terms of the headings picked for it, and what records with those headings say. O(words + acronyms + entry
 * terms).
 */
export function offersFor(
	words: readonly string[],
	acronyms: readonly AcronymPair[],
	picked: readonly PickedTerms[],
	most = 60,
	said: readonly { text: string; label: string; indexCode: string }[] = []
): Offer[] {
	const known = new Set(words.map((word) => spelling(word)));
	const offers: Offer[] = [];
	const offer = (one: Offer) => {
		const name = spelling(one.text);
		if (known.has(name) || fold(one.text) === '') return;
		known.add(name);
		offers.push(one);
	};
	for (const word of words) {
		const folded = fold(word);
		for (const { acronym, expansion } of acronyms) {
			if (fold(acronym) === folded) offer({ text: expansion, kind: 'acronym', of: word });
			else if (fold(expansion) === folded) offer({ text: acronym, kind: 'acronym', of: word });
		}
	}
	for (const word of words) {
		if (word.includes('*')) continue;
		for (const text of variants(word, SPELLINGS_PER_WORD))
			// Search takes no notice of hyphens, so a spelling that differs in them alone brings nothing.
			if (!text.includes(',') && fold(text) !== fold(word)) offer({ text, kind: 'spelling', of: word });
	}
	for (const { indexCode, label, terms } of picked) {
		for (const { text, lang } of [{ text: label, lang: '' }, ...terms])
			offer({ text: plain(text), kind: 'entry term', of: label, indexCode, ...(lang && { lang }) });
	}
	for (const { text, label, indexCode } of said) offer({ text, kind: 'said', of: label, indexCode });
	return offers.slice(0, most);
}

/** Words are told apart by capitals, marks and spaces alone; a hyphen makes another word to search. */
const spelling = (text: string) => text.normalize('NFC').trim().toLowerCase().replace(/\s+/g, ' ');

/** An entry term as people say it: without its qualifier, and not inverted. */
function plain(text: string): string {
	const base = text.replace(/\s*\([^()]*\)\s*$/, '');
	const parts = base.split(/\s*,\s*/);
	return (parts.length === 2 ? `${parts[1]} ${parts[0]}` : base).toLowerCase();
}
