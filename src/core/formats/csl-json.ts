/** CSL-JSON, in and out. */
import { JSONParser } from '@streamparser/json';
import type { Finding } from '../vocabulary/vocabulary-data';
import type { CslItem } from '../evidence/citation';
import { itemFault, shapeFault, withTexts } from './csl-fault';
import { addRecord, nothingRead, type RecordReader } from './record-reading';
import type { DraftTagging, RecordDraft } from './record-draft';

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
		const { keyword, headings, custom, ...rest } = one as CslItem & { headings?: unknown };
		const { headings: own, limits, cites, ...others } = (custom ?? {}) as Record<string, unknown>;
		const id = String(rest.id ?? '');
		const item = { ...rest, ...(Object.keys(others).length > 0 && { custom: others }), id } as CslItem;
		const named = headingsNamed(own) ?? headingsNamed(headings);
		const labels = labelsNamed(limits);
		const cited = textsNamed(cites);
		addRecord(reading, {
			item: withDates(item),
			key: id,
			keywords: keyword ? [keyword] : [],
			...(named && { headings: named }),
			...(labels && { limits: labels }),
			...(cited && { cites: cited }),
			line
		});
	}
}

const textsNamed = (value: unknown): string[] | undefined =>
	Array.isArray(value) && value.every((one) => typeof one === 'string') ? value : undefined;

/** Headings that an item names beside its keywords; undefined where it names none apart. */
function headingsNamed(value: unknown): DraftTagging[] | undefined {
	if (!Array.isArray(value)) return undefined;
	return value.flatMap((heading: unknown) => {
		const { label, uri, chief, aspect } = (heading ?? {}) as Partial<Record<keyof DraftTagging, unknown>>;
		if (typeof label !== 'string') return [];
		const name = typeof uri === 'string' ? uri : '';
		return [{ label, uri: name, chief: chief === true, ...(typeof aspect === 'string' && { aspect }) }];
	});
}

function labelsNamed(value: unknown): RecordDraft['limits'] {
	if (value === null || typeof value !== 'object' || Array.isArray(value)) return undefined;
	const known = Object.entries(value).flatMap(([field, own]) => {
		const values = textsNamed(own);
		return values ? [[field, values] as const] : [];
	});
	return known.length > 0 ? Object.fromEntries(known) : undefined;
}

/** Dates that are texts, as newer schemas allow: read where they are dates by ISO 8601 or EDTF, else kept as they are. */
function withDates(item: CslItem): CslItem {
	const read = { ...item };
	for (const name of ['issued', 'accessed', 'event-date', 'original-date', 'submitted', 'available-date']) {
		const value = read[name];
		if (typeof value === 'string') read[name] = dateOfText(value);
		else if (typeof value === 'object' && value !== null && !('date-parts' in value)) {
			const { raw, edtf, ...others } = value as { raw?: unknown; edtf?: unknown };
			const text = typeof edtf === 'string' ? edtf : raw;
			const date = typeof text === 'string' ? dateOfText(text) : {};
			if ('date-parts' in date) read[name] = { ...others, ...date };
		}
	}
	return read;
}

const EDTF_DAY = /^(\d{4})(?:-(\d\d)(?:-(\d\d))?)?([?~%]?)$/;

/** A year, month or day, or two of them with a stroke between; a sign of doubt makes it an approximate one. O(length). */
export function dateOfText(text: string): NonNullable<CslItem['issued']> {
	const ends = text
		.trim()
		.split('/')
		.map((end) => EDTF_DAY.exec(end.trim()));
	if (ends.length > 2 || ends.some((end) => end === null)) return { raw: text };
	const parts = ends.map((end) =>
		(end ?? []).slice(1, 4).flatMap((part) => (part === undefined ? [] : Number(part)))
	);
	const isDoubted = ends.some((end) => end?.[4]);
	// From 21 on, EDTF means seasons.
	if (parts.some(([, month = 1, day = 1]) => month < 1 || month > 12 || day < 1 || day > 31))
		return { raw: text };
	return { 'date-parts': parts, ...(isDoubted && { circa: true }) };
}

/** Records as items of a CSL-JSON array, without its brackets. What CSL has no variable for stands under `custom`. */
export function writeCslItems(records: readonly RecordDraft[]): string {
	return records
		.map(({ key, item, taggings, keepsTaggings, limits, cites }) =>
			JSON.stringify({
				...item,
				id: key,
				custom: {
					...item.custom,
					...(!keepsTaggings && {
						headings: taggings.map(({ label, uri, chief, aspect }) => ({
							label,
							uri,
							chief,
							...(aspect !== undefined && { aspect })
						}))
					}),
					...(limits && Object.keys(limits).length > 0 && { limits }),
					...(cites && cites.length > 0 && { cites })
				}
			})
		)
		.join(',\n');
}
