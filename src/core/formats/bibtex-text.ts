/** BibTeX as text: entries and fields as they stand, with nothing decoded. By “BibTeXing” (Patashnik 1988). */

export interface RawEntry {
	/** Small letters: `article`, `string`. */
	kind: string;
	/** Where it begins, from 1. */
	line: number;
	/** What stands between its outer braces or parentheses; undefined where they do not close. */
	body: string | undefined;
}

/** Where a line begins an entry, or something that is none: there one that does not close ends at the latest. */
const LINE_START = /^[ \t]*@[ \t]*[A-Za-z]\w*\s*[{(]/;
const START = /@[ \t]*([A-Za-z]\w*)\s*([{(])/g;

/**
 * Takes lines, and gives entries as they close, by their braces; what stands between entries is a comment. An entry whose
 * braces do not close ends where a line begins the next. O(length).
 */
export class EntryScanner {
	private open:
		| { kind: string; line: number; closer: string; depth: number; isQuoted: boolean; text: string }
		| undefined;

	constructor(private readonly each: (entry: RawEntry) => void) {}

	line(text: string, line: number): void {
		if (this.open && LINE_START.test(text)) this.end();
		for (let at = 0; at < text.length || this.open;) {
			if (!this.open) {
				START.lastIndex = at;
				const start = START.exec(text);
				if (!start) return;
				const closer = start[2] === '{' ? '}' : ')';
				this.open = { kind: start[1].toLowerCase(), line, closer, depth: 0, isQuoted: false, text: '' };
				at = START.lastIndex;
			}
			const closed = this.scan(text, at);
			if (closed === undefined) {
				this.open.text += '\n';
				return;
			}
			at = closed;
		}
	}

	/** The text has ended: what is open will not close. */
	end(): void {
		if (!this.open) return;
		const { kind, line } = this.open;
		this.open = undefined;
		this.each({ kind, line, body: undefined });
	}

	/** @returns where the open entry closes, behind the sign that closes it; undefined where it goes on */
	private scan(text: string, from: number): number | undefined {
		const entry = this.open as NonNullable<typeof this.open>;
		for (let at = from; at < text.length; at++) {
			const sign = text[at];
			if (sign === '\\') at++;
			else if (entry.depth === 0 && !entry.isQuoted && sign === entry.closer) {
				this.open = undefined;
				const { kind, line } = entry;
				this.each({ kind, line, body: entry.text + text.slice(from, at) });
				return at + 1;
			} else if (sign === '{') entry.depth++;
			else if (sign === '}') entry.depth = Math.max(0, entry.depth - 1);
			else if (sign === '"' && entry.depth === 0) entry.isQuoted = !entry.isQuoted;
		}
		entry.text += text.slice(from);
		return undefined;
	}
}

export interface RawFields {
	key: string;
	/** By name in small letters, as they stand, with names of strings put in. */
	fields: Map<string, string>;
	/** Names of strings that nothing was said for. */
	unknown: string[];
}

/** What BibTeX styles say for each month. */
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * The key and the fields of an entry's body. Of a field that stands there twice the first holds, as for BibTeX. O(length).
 * @throws SyntaxError where it is not as the format has it, with what was expected
 */
export function fieldsOf(body: string, strings: ReadonlyMap<string, string>, hasKey = true): RawFields {
	const fields = new Map<string, string>();
	const unknown: string[] = [];
	let at = 0;
	const skip = () => {
		while (at < body.length && /\s/.test(body[at])) at++;
	};
	let key = '';
	if (hasKey) {
		const comma = body.indexOf(',');
		const first = body.slice(0, comma < 0 ? body.length : comma);
		// Some leave the key out.
		if (!first.includes('=')) {
			key = first.trim();
			at = comma < 0 ? body.length : comma + 1;
		}
	}
	for (skip(); at < body.length; skip()) {
		if (body[at] === ',') {
			at++;
			continue;
		}
		const name = /^[^\s=,{}"#]+/.exec(body.slice(at, at + 200))?.[0];
		if (!name) throw new SyntaxError(`“${body.slice(at, at + 20)}” is no name of a field`);
		at += name.length;
		skip();
		if (body[at] !== '=') throw new SyntaxError(`“=” is missing after “${name}”`);
		at++;
		const pieces: string[] = [];
		for (let isMore = true; isMore;) {
			skip();
			const piece = pieceAt(body, at);
			if (!piece) throw new SyntaxError(`“${name}” has no value`);
			at = piece.end;
			if (piece.string === undefined) pieces.push(piece.text);
			else {
				const lower = piece.string.toLowerCase();
				const said = strings.get(lower) ?? (MONTHS.includes(lower) ? lower : undefined);
				if (said === undefined) unknown.push(piece.string);
				pieces.push(said ?? piece.string);
			}
			skip();
			isMore = body[at] === '#';
			if (isMore) at++;
		}
		const lower = name.toLowerCase();
		if (!fields.has(lower)) fields.set(lower, pieces.join(''));
	}
	return { key, fields, unknown };
}

/** One value in braces or quotation marks, a number, or the name of a string; undefined where there is none. */
function pieceAt(body: string, at: number): { text: string; string?: string; end: number } | undefined {
	const opener = body[at];
	if (opener === '{' || opener === '"') {
		let depth = 0;
		for (let end = at + 1; end < body.length; end++) {
			const sign = body[end];
			if (sign === '\\') end++;
			else if (sign === (opener === '{' ? '}' : '"') && depth === 0)
				return { text: body.slice(at + 1, end), end: end + 1 };
			else if (sign === '{') depth++;
			else if (sign === '}') depth--;
		}
		return undefined;
	}
	const word = /^[^\s,#{}"=]+/.exec(body.slice(at, at + 1_000))?.[0];
	if (word === undefined) return undefined;
	const end = at + word.length;
	return /^\d+$/.test(word) ? { text: word, end } : { text: '', string: word, end };
}

/** A field's value parted at the word `and`, outside braces. */
export function partNames(raw: string): string[] {
	const names: string[] = [];
	let depth = 0;
	let from = 0;
	for (let at = 0; at < raw.length; at++) {
		if (raw[at] === '\\') at++;
		else if (raw[at] === '{') depth++;
		else if (raw[at] === '}') depth--;
		else if (depth === 0 && /^\sand\s/i.test(raw.slice(at, at + 5))) {
			names.push(raw.slice(from, at).trim());
			from = at + 5;
			at += 3;
		}
	}
	return [...names, raw.slice(from).trim()].filter(Boolean);
}

/** A month as BibTeX names it, however it is written; undefined where it is none. */
export function monthOf(raw: string): string | undefined {
	const text = raw.replace(/[{}\s.]/g, '').toLowerCase();
	return MONTHS[Number(text) - 1] ?? MONTHS.find((month) => text.startsWith(month));
}

export const monthNamed = (number: number): string | undefined => MONTHS[number - 1];

/** Accents of LaTeX by the mark that Unicode puts behind a letter. */
const ACCENTS: Record<string, string> = {
	'\u0300': '`', '\u0301': "'", '\u0302': '^', '\u0303': '~', '\u0308': '"', '\u0304': '=', '\u0307': '.',
	'\u030c': 'v ', '\u0306': 'u ', '\u030a': 'r ', '\u0327': 'c ', '\u0328': 'k ', '\u030b': 'H ', '\u0323': 'd '
}; // prettier-ignore
const LETTERS: Record<string, string> = {
	ß: 'ss',
	ø: 'o',
	Ø: 'O',
	æ: 'ae',
	Æ: 'AE',
	œ: 'oe',
	Œ: 'OE',
	ł: 'l',
	Ł: 'L'
};
const SIGNS: Record<string, string> = {
	'\\': '\\textbackslash{}', '{': '\\{', '}': '\\}', $: '\\$', '&': '\\&', '#': '\\#', '%': '\\%', _: '\\_',
	'^': '\\textasciicircum{}', '~': '\\textasciitilde{}'
}; // prettier-ignore
const STYLES: Record<string, string> = {
	i: 'textit',
	b: 'textbf',
	sup: 'textsuperscript',
	sub: 'textsubscript'
};

/** A text as LaTeX writes it: signs of its own escaped, accents as `{\"o}`, italics and the like as commands. O(length). */
export function inLatex(text: string): string {
	const isBalanced =
		[...text].reduce(
			(depth, sign) => (depth < 0 ? depth : depth + (sign === '{' ? 1 : sign === '}' ? -1 : 0)),
			0
		) === 0;
	const plain = text
		.replace(/[\\{}$&#%_^~]/g, (sign) => {
			// Braces must balance, whatever stands before them.
			if (!isBalanced && sign === '{') return '\\textbraceleft{}';
			if (!isBalanced && sign === '}') return '\\textbraceright{}';
			return SIGNS[sign];
		})
		.replace(/-(?=-)/g, '-{}')
		.replace(/'(?=')/g, "'{}")
		.replace(/`(?=`)/g, '`{}')
		.replace(/[^\0-\x7f]/gu, (letter) => {
			if (Object.hasOwn(LETTERS, letter)) return `{\\${LETTERS[letter]}}`;
			const [base, mark, ...rest] = letter.normalize('NFD');
			return /[a-z]/i.test(base) && rest.length === 0 && mark && Object.hasOwn(ACCENTS, mark)
				? `{\\${ACCENTS[mark]}${base}}`
				: letter;
		});
	return plain.replace(
		/<(i|b|sup|sub)>([^<>]*)<\/\1>/g,
		(_, style: string, inner: string) => `\\${STYLES[style]}{${inner}}`
	);
}

/** A text that may hold anything, as one that stands in a field as it is, in BibTeX's braces; and back. */
export const verbatim = (text: string): string =>
	encodeURI(text).replace(/[#&$~']/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`);
export function fromVerbatim(text: string): string {
	try {
		return decodeURIComponent(text.replace(/\s+/g, ' '));
	} catch {
		return text;
	}
}
