/** A reading list as it is looked at: how far it is, which works of it, and in which order. */
import type { Decision, ListEntry } from '../crosswalk';
import { fold } from '../text';

export interface ListProgress {
	all: number;
	/** Kept or dropped. */
	looked: number;
	keep: number;
	drop: number;
	open: number;
	/** Put on the list last, where there were others before. */
	fresh: number;
}

/** When the works that came last were put on the list; undefined where all came at once. O(entries). */
export function lastAddition(entries: readonly ListEntry[]): string | undefined {
	let [first, last] = ['', ''];
	for (const { addedAt } of entries) {
		if (addedAt === '') continue;
		if (first === '' || addedAt < first) first = addedAt;
		if (addedAt > last) last = addedAt;
	}
	return last > first ? last : undefined;
}

/** O(entries). */
export function progressOf(entries: readonly ListEntry[]): ListProgress {
	const last = lastAddition(entries);
	const count = (decision: Decision) => entries.filter((entry) => entry.decision === decision).length;
	const [keep, drop, open] = [count('keep'), count('drop'), count('open')];
	const fresh = last === undefined ? 0 : entries.filter(({ addedAt }) => addedAt === last).length;
	return { all: entries.length, looked: keep + drop, keep, drop, open, fresh };
}

export const LIST_PARTS = ['all', 'open', 'keep', 'drop', 'fresh'] as const;
export type ListPart = (typeof LIST_PARTS)[number];
export const LIST_ORDERS = ['added', 'newest', 'oldest', 'title', 'author', 'decided'] as const;
export type ListOrder = (typeof LIST_ORDERS)[number];

export interface ListWish {
	part: ListPart;
	order: ListOrder;
	/** Words that must all occur in what is said of a work, notes included. */
	find?: string;
	tag?: string;
	/** Code of an index that has it. */
	index?: string;
}

/** The works of a list that are asked for, in their order; ties as they were added. O(entries log entries). */
export function listed(
	entries: readonly ListEntry[],
	{ part, order, find = '', tag, index }: ListWish
): ListEntry[] {
	const last = part === 'fresh' ? lastAddition(entries) : undefined;
	const wanted = fold(find).split(' ').filter(Boolean);
	const wantedTag = tag === undefined ? undefined : fold(tag);
	const textOf = (entry: ListEntry) =>
		fold(
			[
				entry.title,
				entry.authors,
				entry.source,
				entry.year ?? '',
				entry.reason,
				entry.note,
				...entry.tags
			].join(' ')
		);
	const isWanted = (entry: ListEntry) => {
		if (part === 'fresh' ? entry.addedAt !== last : part !== 'all' && entry.decision !== part) return false;
		if (wantedTag !== undefined && !entry.tags.some((own) => fold(own) === wantedTag)) return false;
		if (index !== undefined && !entry.records.some(({ indexCode }) => indexCode === index)) return false;
		if (wanted.length === 0) return true;
		const text = textOf(entry);
		return wanted.every((word) => text.includes(word));
	};
	const found = entries.filter(isWanted).sort((a, b) => a.position - b.position);
	const compare = COMPARE[order];
	return compare ? found.sort(compare) : found;
}

const byText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const COMPARE: Record<ListOrder, ((a: ListEntry, b: ListEntry) => number) | undefined> = {
	added: undefined,
	newest: (a, b) => (b.year ?? -Infinity) - (a.year ?? -Infinity) || 0,
	oldest: (a, b) => (a.year ?? Infinity) - (b.year ?? Infinity) || 0,
	title: (a, b) => byText(fold(a.title), fold(b.title)),
	author: (a, b) => byText(fold(a.authors), fold(b.authors)),
	decided: (a, b) => byText(b.decidedAt, a.decidedAt)
};

/** Words that are in use on the list, the commonest first: tags, or reasons. O(entries). */
export function inUse(entries: readonly ListEntry[], what: 'tags' | 'reason'): string[] {
	const counts = new Map<string, number>();
	for (const entry of entries)
		for (const text of what === 'tags' ? entry.tags : [entry.reason])
			if (text !== '') counts.set(text, (counts.get(text) ?? 0) + 1);
	return [...counts].sort((a, b) => b[1] - a[1] || byText(a[0], b[0])).map(([text]) => text);
}
