/** BibTeX, taken apart into entries, with the keywords as they are; single entries are read and written by a package. */
import type { CslItem } from '../evidence/citation';
import { allKeywords, splitKeywords } from './record-keywords';
import { addRecord, Lines, nothingRead, type RecordReader } from './record-reading';
import type { RecordDraft } from './record-draft';

/** Where a line begins an entry, or something that is none. */
const START = /^[ \t]*@(\w+)\s*[{(]/;

/** The entry at the beginning of a text, up to the brace that closes it; undefined where it is not closed. */
function closedEntry(text: string): string | undefined {
	let depth = 0;
	for (let at = text.indexOf('{'); at >= 0 && at < text.length; at++) {
		if (text[at] === '\\') at++;
		else if (text[at] === '{') depth++;
		else if (text[at] === '}' && --depth === 0) return text.slice(0, at + 1);
	}
	return undefined;
}

/** The keywords of a BibTeX entry as it has them; readers of BibTeX join or split them as they please. */
export function bibtexKeywords(entry: string): string[] {
	const match =
		/^\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/im.exec(entry) ??
		/[,{]\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/i.exec(entry);
	return splitKeywords((match?.[1] ?? match?.[2] ?? '').replace(/\\([&%$#_])/g, '$1'));
}

/** Reads BibTeX entry by entry, by their braces. One that is not closed ends where a line begins the next. */
export class BibtexReader implements RecordReader {
	readonly reading = nothingRead();
	private readonly lines = new Lines((line, number) => this.line(line, number));
	private entry: { kind: string; line: number; text: string[] } | undefined;

	/** @param parse from one entry to CSL-JSON; throws where it cannot */
	constructor(private readonly parse: (entry: string) => CslItem | undefined) {}

	take(text: string): void {
		this.lines.take(text);
	}

	end(): void {
		this.lines.end();
		this.close();
	}

	private line(text: string, line: number): void {
		const start = START.exec(text);
		if (start) {
			this.close();
			this.entry = { kind: start[1].toLowerCase(), line, text: [text] };
		} else this.entry?.text.push(text);
	}

	private close(): void {
		const { entry, reading } = this;
		this.entry = undefined;
		if (!entry || ['comment', 'preamble', 'string'].includes(entry.kind)) return;
		const { line } = entry;
		reading.read++;
		const text = closedEntry(entry.text.join('\n').trimStart());
		if (text === undefined)
			return void reading.findings.push({
				severity: 'error',
				rule: 'entry-not-closed',
				line,
				message: `The braces of the entry that begins on line ${line} do not close before the next entry. It was left out.`
			});
		try {
			const item = this.parse(text);
			if (!item) throw new Error('it holds no entry');
			const { keyword: _, 'citation-key': key, ...rest } = item;
			addRecord(reading, {
				item: rest as CslItem,
				key: typeof key === 'string' ? key : item.id,
				keywords: bibtexKeywords(text),
				line
			});
		} catch (error) {
			const reason = error instanceof Error ? error.message.split('\n')[0] : String(error);
			reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line,
				message: `The entry on line ${line} cannot be read as BibTeX (${reason}). It was left out.`
			});
		}
	}
}

/** Puts the headings and keywords of a record into its BibTeX entry. */
export function withBibtexKeywords(entry: string, { item, taggings }: RecordDraft): string {
	const keywords = allKeywords(item, taggings);
	if (keywords.length === 0) return entry;
	const safe = keywords
		.join('; ')
		.replace(/[{}]/g, '')
		.replace(/[&%$#_]/g, '\\$&');
	return entry.replace(/,?\s*\}\s*$/, `,\n\tkeywords = {${safe}},\n}\n`);
}
