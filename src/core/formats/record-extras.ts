/**
 * What a record has beyond the parts that a format of citations knows, in words of its own that every such format can
 * carry: its headings by name and URI, its labels, what it refers to, and what else its citation says. See docs/formats.md.
 */
import { canonical } from '../canonical';
import type { CslItem } from '../evidence/citation';
import type { DraftTagging, RecordDraft } from './record-draft';

/** `*Noise, Indoor <https://…/noise> / causes`: a chief heading with its aspect. */
export function printGiven({ label, uri, chief, aspect }: DraftTagging): string {
	return `${chief ? '*' : ''}${label} <${uri}>${aspect === undefined ? '' : ` / ${aspect}`}`;
}

/** A heading as `printGiven` writes it; undefined for what is not written so. */
export function parseGiven(text: string): DraftTagging | undefined {
	const match = /^(\*?)(.*) <([^<>]*)>(?: \/ (.*))?$/s.exec(text.trim());
	if (!match) return undefined;
	const [, star, label, uri, aspect] = match;
	return { label, uri, chief: star !== '', ...(aspect !== undefined && { aspect }) };
}

/** Labels one by one, `oak.shift=night`. */
export const printLimits = (limits: RecordDraft['limits'] = {}): string[] =>
	Object.entries(limits).flatMap(([field, values]) => values.map((value) => `${field}=${value}`));

/** Labels by field; undefined where there is none, so that a record keeps those that it has. */
export function parseLimits(texts: readonly string[]): RecordDraft['limits'] {
	const limits: Record<string, string[]> = {};
	for (const text of texts) {
		const at = text.indexOf('=');
		const field = text.slice(0, at).trim();
		if (at > 0 && field !== '__proto__') (limits[field] ??= []).push(text.slice(at + 1).trim());
	}
	return Object.keys(limits).length === 0 ? undefined : limits;
}

/** Variables of a citation by name; null for one that it does not have. */
type Variables = Record<string, unknown>;

/**
 * What has to be said besides an entry so that whoever reads both has the citation again: every variable that the entry
 * alone would bring back otherwise, with the value that it has, or null. O(size of both).
 * @param readBack what the entry says, as it is read again; nothing where it cannot be read
 */
export function differences(item: CslItem, readBack: CslItem | undefined): Variables | undefined {
	const back: Variables = readBack ?? {};
	const names = new Set([...Object.keys(item), ...Object.keys(back)]);
	names.delete('id');
	// Keywords have a field of their own.
	names.delete('keyword');
	const more = [...names].flatMap((name) => {
		const value: unknown = item[name] ?? null;
		return canonical(value) === canonical(back[name] ?? null) ? [] : [[name, value] as const];
	});
	return more.length === 0 ? undefined : Object.fromEntries(more);
}

/** A citation with what was said besides it. */
export function withMore(item: CslItem, more: unknown): CslItem {
	if (more === null || typeof more !== 'object' || Array.isArray(more)) return item;
	const { id: _, ...others } = more as Variables;
	const kept = Object.entries({ ...item, ...others }).filter(([, value]) => value !== null);
	return Object.fromEntries(kept) as CslItem;
}

/** JSON that was written beside an entry; undefined where it is none. */
export function parseMore(text: string | undefined): unknown {
	if (!text) return undefined;
	try {
		return JSON.parse(text);
	} catch {
		return undefined;
	}
}
