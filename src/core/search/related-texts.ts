/** Whether two searches are versions of one another, by what they look for. */
import { fold } from '../text';

/** Words of the language itself, which say nothing of what is looked for. */
const OPERATORS = new Set(['and', 'or', 'not', 'any', 'all', 'sortby']);

/** What a text looks for: its quoted phrases and bare words, folded; fields, relations and operators left out. O(length). */
export function termsOfText(cql: string): ReadonlySet<string> {
	const found = new Set<string>();
	for (const [part, quoted] of cql.matchAll(/"((?:[^"\\]|\\.)*)"|[^\s()"=<>/]+/g)) {
		const term = fold(quoted ?? part);
		if (term !== '' && (quoted !== undefined || !(part.includes('.') || OPERATORS.has(term))))
			found.add(term);
	}
	return found;
}

/** Whether half of what the smaller one looks for is looked for by the other as well. O(terms). */
export function areRelated(one: ReadonlySet<string>, other: ReadonlySet<string>): boolean {
	const [small, large] = one.size <= other.size ? [one, other] : [other, one];
	if (small.size === 0) return false;
	const shared = [...small].filter((term) => large.has(term)).length;
	return 2 * shared >= small.size;
}
