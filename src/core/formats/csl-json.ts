/** CSL-JSON, in and out. */
import { JSONParser } from '@streamparser/json';
import type { Finding } from '../vocabulary/vocabulary-data';
import type { CslItem } from '../evidence/citation';
import { itemFault, shapeFault, withTexts } from './csl-fault';
import { printKeyword, splitKeywords, type Keyword } from './record-keywords';
import { addRecord, nothingRead, type RecordReader } from './record-reading';
import type { RecordDraft } from './record-draft';

/** Reads CSL-JSON: an array of items, or one item. Items are taken as they come; what is not JSON breaks the file. */
export class CslJsonReader implements RecordReader {
	readonly reading = nothingRead();
	broken: Finding | undefined;
	private parser: JSONParser | undefined;
	/** Blanks before the first sign. */
	private before = '';
	private isEnded = false;
	private line = 1;
	/** The line on which the parser's present piece of text ends. */
	private nextLine = 1;

	take(text: string): void {
		if (this.broken) return;
		const given = this.parser ? text : (this.before + text).replace(/^\uFEFF/, '');
		const [first] = given.trimStart();
		// Whether it is a list shows with the first sign.
		if (!this.parser && first === undefined) return void (this.before = given);
		this.parser ??= this.begin(first === '[' ? '$.*' : '$');
		// Line by line, so that a fault has its line.
		for (let from = 0; from < given.length && !this.broken;) {
			const newline = given.indexOf('\n', from);
			const to = newline < 0 ? given.length : newline + 1;
			this.nextLine = this.line + (newline < 0 ? 0 : 1);
			this.write(given.slice(from, to));
			this.line = this.nextLine;
			from = to;
		}
	}

	end(): void {
		if (this.broken || this.isEnded) return;
		this.fail();
	}

	private begin(path: string): JSONParser {
		const parser = new JSONParser({ paths: [path], keepStack: false });
		parser.onValue = ({ value }) => this.item(value);
		parser.onEnd = () => (this.isEnded = true);
		parser.onError = () => this.fail();
		return parser;
	}

	private write(text: string): void {
		if (this.isEnded) {
			if (text.trim() !== '') this.fail();
			return;
		}
		try {
			this.parser?.write(text);
		} catch {
			this.fail();
		}
	}

	private fail(): void {
		this.broken ??= {
			severity: 'error',
			rule: 'not-json',
			line: this.line,
			message: `The file is not JSON: something is wrong on line ${this.line}. Nothing of it was read.`
		};
	}

	private item(given: unknown): void {
		const { reading, line } = this;
		const nth = ++reading.read;
		const refuse = (why: string) =>
			void reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line,
				subject: `item ${nth}`,
				message: `Item ${nth} cannot be read: ${why}. It was left out.`
			});
		// What is nested too deeply, or holds what no text may hold, is not looked at any further.
		const fault = itemFault(given);
		if (fault) return refuse(fault);
		if (given === null || typeof given !== 'object') return refuse('it is not an object with a type');
		const one = withTexts(given as Record<string, unknown>);
		const misshapen = shapeFault(one);
		if (misshapen) return refuse(misshapen);
		const { keyword, headings, ...rest } = one as CslItem & { headings?: unknown };
		const id = String(rest.id ?? '');
		addRecord(reading, {
			item: { ...rest, id } as CslItem,
			key: id,
			keywords: [...headingKeywords(headings), ...splitKeywords(keyword ?? '')],
			line
		});
	}
}

/** Headings that stand in an item beside what the schema has, as keywords. */
function headingKeywords(headings: unknown): string[] {
	if (!Array.isArray(headings)) return [];
	return headings.flatMap((heading: unknown) => {
		const { label, chief, aspect } = (heading ?? {}) as Partial<Record<keyof Keyword, unknown>>;
		if (typeof label !== 'string') return [];
		return [printKeyword({ label, chief: chief === true, ...(typeof aspect === 'string' && { aspect }) })];
	});
}

/** Records as items of a CSL-JSON array, without its brackets. */
export function writeCslItems(records: readonly RecordDraft[]): string {
	return records
		.map(({ key, item, taggings }) =>
			JSON.stringify({
				...item,
				id: key,
				...(taggings.length > 0 && {
					headings: taggings.map(({ label, chief, aspect }) => ({ label, chief, ...(aspect && { aspect }) }))
				})
			})
		)
		.join(',\n');
}
