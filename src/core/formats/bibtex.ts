/** BibTeX, taken apart into entries, with the keywords as they are; single entries are read and written by a package. */
import type { Finding } from '../vocabulary/types';
import type { CslItem } from './csl';
import { allKeywords, splitKeywords } from './record-keywords';
import { addRecord, type RecordReading } from './record-reading';
import type { RecordDraft } from './records';

/** An entry of a BibTeX file as text, with the line it begins on. */
export interface BibtexEntry {
	text: string;
	line: number;
}

/** Splits a BibTeX file into entries by their braces. One that is not closed ends where a line begins the next. */
export function splitBibtex(text: string): { entries: BibtexEntry[]; findings: Finding[] } {
	const entries: BibtexEntry[] = [];
	const findings: Finding[] = [];
	const starts = [...text.matchAll(/^[ \t]*@(\w+)\s*[{(]/gm)];
	let line = 1;
	let counted = 0;
	for (const [i, match] of starts.entries()) {
		const start = match.index;
		for (; counted < start; counted++) if (text[counted] === '\n') line++;
		const limit = starts[i + 1]?.index ?? text.length;
		if (/^(comment|preamble|string)$/i.test(match[1])) continue;
		let depth = 0;
		let end = -1;
		for (let at = text.indexOf('{', start); at >= 0 && at < limit; at++) {
			if (text[at] === '\\') at++;
			else if (text[at] === '{') depth++;
			else if (text[at] === '}' && --depth === 0) {
				end = at + 1;
				break;
			}
		}
		if (end < 0)
			findings.push({
				severity: 'error',
				rule: 'entry-not-closed',
				line,
				message: `The braces of the entry that begins on line ${line} do not close before the next entry. It was left out.`
			});
		else entries.push({ text: text.slice(start, end), line });
	}
	return { entries, findings };
}

/** The keywords of a BibTeX entry as it has them; readers of BibTeX join or split them as they please. */
export function bibtexKeywords(entry: string): string[] {
	const match =
		/^\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/im.exec(entry) ??
		/[,{]\s*keywords\s*=\s*(?:\{([^{}]*)\}|"([^"]*)")/i.exec(entry);
	return splitKeywords((match?.[1] ?? match?.[2] ?? '').replace(/\\([&%$#_])/g, '$1'));
}

/**
 * Reads BibTeX.
 * @param parse from one entry to CSL-JSON; throws where it cannot
 */
export function readBibtex(text: string, parse: (entry: string) => CslItem | undefined): RecordReading {
	const { entries, findings } = splitBibtex(text);
	const reading: RecordReading = { read: entries.length + findings.length, records: [], findings };
	for (const { text: entry, line } of entries) {
		try {
			const item = parse(entry);
			if (!item) throw new Error('it holds no entry');
			const { keyword: _, 'citation-key': key, ...rest } = item;
			addRecord(reading, {
				item: rest as CslItem,
				key: typeof key === 'string' ? key : item.id,
				keywords: bibtexKeywords(entry),
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
	return reading;
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
