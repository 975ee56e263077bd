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

/** Keywords as one field has them: by semicolons, or by commas where there is no semicolon and no inverted heading. */
export function splitKeywords(text: string): string[] {
	return text
		.split(text.includes(';') ? ';' : /,(?=\S)|,\s(?=[a-z])/)
		.map((part) => part.trim())
		.filter(Boolean);
}

/** Headings as keywords, then the author's own. */
export function allKeywords(item: CslItem, taggings: readonly DraftTagging[]): string[] {
	return [...taggings.map(printKeyword), ...keywordsOf(item)];
}

/** A heading or headings that a keyword stands for in an index; undefined where it is none. */
export type HeadingOfKeyword = (label: string) => { uri: string; label: string }[] | undefined;

/** Entries as records of an index: keywords that are headings or entry terms become taggings, the others stay keywords. */
export function toDrafts(
	records: readonly ReadRecord[],
	headingOf: HeadingOfKeyword,
	keyOf: (item: CslItem) => string
): { drafts: RecordDraft[]; matched: number; unmatched: Map<string, number> } {
	let matched = 0;
	const unmatched = new Map<string, number>();
	const drafts = records.map(({ item, key, keywords }): RecordDraft => {
		const taggings: DraftTagging[] = [];
		const free: string[] = [];
		for (const text of keywords) {
			const { chief, aspect, label } = parseKeyword(text);
			// A label may hold “ / ” itself.
			const whole = headingOf(text.replace(/^\*/, ''));
			const found = whole ?? headingOf(label);
			if (!found) {
				free.push(text);
				unmatched.set(text, (unmatched.get(text) ?? 0) + 1);
				continue;
			}
			matched++;
			for (const heading of found)
				if (
					!taggings.some(
						(other) => other.uri === heading.uri && other.aspect === (whole ? undefined : aspect)
					)
				)
					taggings.push({ ...heading, chief, ...(!whole && aspect !== undefined && { aspect }) });
		}
		const own = key || keyOf(item);
		return {
			key: own,
			item: { ...item, id: own, ...(free.length > 0 && { keyword: free.join('; ') }) },
			taggings
		};
	});
	return { drafts, matched, unmatched };
}
