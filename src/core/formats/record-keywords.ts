/** Keywords of record files: which are headings of an index, and how a heading is written as a keyword. */
import { keywordsOf, type CslItem } from '../evidence/citation';
import type { ReadRecord } from './record-reading';
import type { DraftTagging, RecordDraft } from './record-draft';

export interface Keyword {
	label: string;
	chief: boolean;
	aspect?: string;
}

/** `*Noise, Indoor / causes`: a leading star marks a chief heading, the last ` / ` an aspect. */
export function parseKeyword(text: string): Keyword {
	const chief = text.startsWith('*');
	const bare = text.replace(/^\*/, '').trim();
	const at = bare.lastIndexOf(' / ');
	if (at <= 0) return { label: bare, chief };
	const aspect = bare.slice(at + 3).trim();
	const label = bare.slice(0, at).trim();
	// The star may stand with the aspect as well.
	return { label, chief: chief || aspect.startsWith('*'), aspect: aspect.replace(/^\*/, '') };
}

export function printKeyword({ label, chief, aspect }: Keyword): string {
	return `${chief ? '*' : ''}${label}${aspect === undefined ? '' : ` / ${aspect}`}`;
}

/** Headings as keywords, then the author's own. */
export function allKeywords(item: CslItem, taggings: readonly DraftTagging[]): string[] {
	return [...taggings.map(printKeyword), ...keywordsOf(item)];
}

/** By what keywords of one field are parted; each way as it is called in a report. */
export const PARTINGS = ['semicolon', 'line', 'tab', 'comma'] as const;
export type Parting = (typeof PARTINGS)[number];
const MARKS: Record<Parting, string> = { semicolon: ';', line: '\n', tab: '\t', comma: ',' };

/** No heading has more commas in it than this. */
const MOST_COMMAS = 6;

/**
 * The keywords of an entry, whose fields may each hold several. A field is taken whole where that is a heading, else it is
 * parted by line breaks, semicolons, tabs, then commas, and so is each part: exporters mix them. Commas part where a part,
 * or parts put together again, is a heading; or where the field stands alone and nothing is a heading, before a small
 * letter. O(length × the most commas of a heading).
 * @param fields as the entry has them
 * @param isHeading whether a text is a heading or an entry term; left out where none of them can be one
 * @param only the one way to part them, where a person says so
 * @returns the keywords, and the ways in which fields were parted
 */
export function partKeywords(
	fields: readonly string[],
	isHeading?: (text: string) => boolean,
	only?: Parting
): { keywords: string[]; ways: Set<Parting> } {
	const ways = new Set<Parting>();
	const split = (text: string, way: Parting): string[] => {
		const parts = text.split(MARKS[way]);
		if (parts.length > 1) ways.add(way);
		return parts;
	};
	const alone = fields.length === 1 && isHeading !== undefined;
	const part = (field: string, isPart: boolean): string[] => {
		const text = field
			.trim()
			.replace(/^\{([^{}]*)\}$/, '$1')
			.trim();
		if (text === '') return [];
		if (only) return split(text, only).flatMap((one) => one.trim() || []);
		if (isHeading?.(text)) return [text];
		const way = (['line', 'semicolon', 'tab'] as const).find((one) => text.includes(MARKS[one]));
		if (way) return split(text, way).flatMap((one) => part(one, true));
		return text.includes(',') ? byCommas(text, alone && !isPart) : [text];
	};
	const byCommas = (text: string, mayBeList: boolean): string[] => {
		const tokens = text.split(',').map((token) => token.trim());
		const found: string[] = [];
		let isAny = false;
		for (let at = 0; at < tokens.length;) {
			const most = Math.min(tokens.length, at + MOST_COMMAS + 1);
			let to = most;
			while (to > at && !isHeading?.(tokens.slice(at, to).join(', '))) to--;
			isAny ||= to > at;
			if (to === at) to = at + 1;
			found.push(tokens.slice(at, to).join(', '));
			at = to;
		}
		if (isAny) {
			if (found.length > 1) ways.add('comma');
			return found.filter(Boolean);
		}
		if (!mayBeList) return [text];
		// “Rooms, Shared” may be a heading that this index does not have; “rooms, noise” is two words.
		const parts = text.split(/,(?=\S)|,\s(?=\p{Ll})/u).map((one) => one.trim());
		if (parts.length > 1) ways.add('comma');
		return parts.filter(Boolean);
	};
	return { keywords: fields.flatMap((field) => part(field, false)), ways };
}

/** A heading or headings that a keyword stands for in an index, or the one of a URI; undefined where it is none. */
export type HeadingOfKeyword = (label: string, uri?: string) => { uri: string; label: string }[] | undefined;

export interface Drafted {
	drafts: RecordDraft[];
	/** Headings that were found, and keywords that are none. */
	matched: number;
	unmatched: Map<string, number>;
	/** In how many entries keywords were parted in each way. */
	ways: Map<Parting, number>;
}

/**
 * Entries as records of an index: keywords that are headings or entry terms become taggings, the others stay keywords. An
 * entry that names its headings apart has all its keywords from its authors.
 * O(keywords).
 */
export function toDrafts(
	records: readonly ReadRecord[],
	headingOf: HeadingOfKeyword,
	keyOf: (item: CslItem) => string,
	only?: Parting
): Drafted {
	let matched = 0;
	const unmatched = new Map<string, number>();
	const ways = new Map<Parting, number>();
	const standsFor = (text: string) =>
		headingOf(text.replace(/^\*/, '')) ?? headingOf(parseKeyword(text).label);

	const drafts = records.map((record): RecordDraft => {
		const { item, key, headings, limits, cites } = record;
		const taggings: DraftTagging[] = [];
		const free: string[] = [];
		const tag = (found: { uri: string; label: string }[], chief: boolean, aspect?: string) => {
			matched++;
			for (const { uri, label } of found)
				if (!taggings.some((other) => other.uri === uri && other.aspect === aspect))
					taggings.push({ uri, label, chief, ...(aspect !== undefined && { aspect }) });
		};
		const leave = (text: string) => {
			free.push(text);
			unmatched.set(text, (unmatched.get(text) ?? 0) + 1);
		};
		for (const given of headings ?? []) {
			const found = headingOf(given.label, given.uri);
			if (found) tag(found, given.chief, given.aspect);
			else leave(printKeyword(given));
		}
		const parted = partKeywords(
			record.keywords,
			headings ? undefined : (text) => standsFor(text) !== undefined,
			only
		);
		for (const way of parted.ways) ways.set(way, (ways.get(way) ?? 0) + 1);
		if (headings) {
			// Where keywords tell everything for those who know no headings apart, each heading stands among them once.
			const told = headings.map(printKeyword);
			for (const text of parted.keywords) {
				const at = told.indexOf(text);
				if (at >= 0) told.splice(at, 1);
				else free.push(text);
			}
		} else
			for (const text of parted.keywords) {
				const { chief, aspect, label } = parseKeyword(text);
				// A label may hold “ / ” itself.
				const whole = headingOf(text.replace(/^\*/, ''));
				const found = whole ?? headingOf(label);
				if (found) tag(found, chief, whole ? undefined : aspect);
				else leave(text);
			}
		const own = key || keyOf(item);
		const saysNothing = headings === undefined && parted.keywords.length === 0;
		return {
			key: own,
			item: { ...item, id: own, ...(free.length > 0 && { keyword: free.join('; ') }) },
			taggings,
			...(saysNothing && { keepsTaggings: true as const }),
			...(limits && { limits }),
			...(cites && { cites })
		};
	});
	return { drafts, matched, unmatched, ways };
}
