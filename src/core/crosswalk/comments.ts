/** What comments are about, by name: a cell, a pick, a line of a strategy, a record. */
import type { Comment, Inquiry } from './inquiry';

export const aboutCell = (conceptId: string, indexCode: string) => `cell/${conceptId}/${indexCode}`;
export const aboutPick = (id: string) => `pick/${id}`;
export const aboutLine = (indexCode: string, id: string) => `line/${indexCode}/${id}`;
export const aboutRecord = (indexCode: string, record: string) => `record/${indexCode}/${record}`;

const KINDS = ['cell', 'pick', 'line', 'record'] as const;

/** The parts of such a name; undefined where it is none. What an index calls a record may hold any sign. */
export function placeOfComment(about: string) {
	const [, kind, first, second = ''] = /^(\w+)\/([^/]+)(?:\/(.+))?$/s.exec(about) ?? [];
	const known = KINDS.find((one) => one === kind);
	if (!known || (known === 'pick') !== (second === '')) return undefined;
	return { kind: known, first, second };
}

/** What was said about some things, in the order in which it was said; what is settled comes last. O(comments). */
export function commentsOn({ comments }: Pick<Inquiry, 'comments'>, about: readonly string[]): Comment[] {
	const own = Object.values(comments).filter((comment) => about.includes(comment.about));
	return own.sort(
		(a, b) => Number(a.isSettled) - Number(b.isSettled) || a.position - b.position || (a.id < b.id ? -1 : 1)
	);
}

/** People whose names follow an @ in a text; of names of which one begins with another, the longer. O(text × people). */
export function mentionedIn<T extends { id: string; name: string }>(text: string, people: readonly T[]): T[] {
	const longest = [...people].sort((a, b) => b.name.length - a.name.length);
	const found = new Set<T>();
	for (let at = text.indexOf('@'); at >= 0; at = text.indexOf('@', at + 1)) {
		const rest = text.slice(at + 1).toLowerCase();
		const one = longest.find(({ name }) => name !== '' && rest.startsWith(name.toLowerCase()));
		if (one) found.add(one);
	}
	return [...found];
}
