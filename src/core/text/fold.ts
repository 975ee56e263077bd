/** Folding: the forms under which two spellings of the same label count as equal. */

const PLAIN_ASCII = /^[a-z0-9 ,().:&]*$/;
/** Printable ASCII is most of what there is, and needs none of Unicode's care. */
const ASCII = /^[\x20-\x7e]*$/;
const ODD_ASCII = /['`\-/]|^ | $| {2}/;
const APOSTROPHES = /['’‘ʼʹ`´′]/g;
const SPACES = /[\s\p{Cc}\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff/\-‐‑‒–—―−]+/gu;

/**
 * Fold of a text: Unicode NFKD, marks removed, lower case, apostrophes dropped, and runs of white space,
 * hyphens, dashes and slashes made one space. Idempotent. O(length).
 */
export function fold(text: string): string {
	if (PLAIN_ASCII.test(text) && !text.includes('  ')) return text.trim();
	if (ASCII.test(text)) {
		const lower = text.toLowerCase();
		return ODD_ASCII.test(lower)
			? lower
					.replace(/['`]/g, '')
					.replace(/[ \-/]+/g, ' ')
					.trim()
			: lower;
	}
	return text
		.normalize('NFKD')
		.replace(APOSTROPHES, '')
		.toLowerCase()
		.normalize('NFKD')
		.replace(/\p{M}+/gu, '')
		.replace(APOSTROPHES, '')
		.replace(SPACES, ' ')
		.trim();
}

/** Key of a fold: the fold with its spaces removed, so that solid, open and hyphenated spellings agree. */
export function key(folded: string): string {
	return folded.replaceAll(' ', '');
}

/** A label split into its text and its trailing bracketed qualifier, as in "Absorption (Sound)". */
export function splitQualifier(label: string): { base: string; qualifier: string } {
	if (!label.includes('(')) return { base: label, qualifier: '' };
	const match = /^(.*\S)\s*\(([^()]*)\)\s*$/s.exec(label);
	return match ? { base: match[1], qualifier: match[2].trim() } : { base: label, qualifier: '' };
}

/** "Bays, Shared" as it is spoken: "Shared Bays". Several commas are read from the last part to the first. */
export function uninvert(label: string): string {
	if (!label.includes(',')) return label;
	const { base, qualifier } = splitQualifier(label);
	const parts = base.split(/\s*,\s*/).filter(Boolean);
	const spoken = parts.reverse().join(' ');
	return qualifier ? `${spoken} (${qualifier})` : spoken;
}
