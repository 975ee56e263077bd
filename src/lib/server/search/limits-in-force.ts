/** The limits that an index keeps to in an inquiry. */
import { limitsOfIndex, type Inquiry } from '../../../core/crosswalk';
import { COMMON_LIMITS, inYear, settingsOf, type Strategy } from '../../../core/search';
import type { Searchable } from './searchable';

/** Fields by which an index can be limited. */
export const fieldsOf = ({ limits }: Pick<Searchable, 'limits'>): string[] =>
	[...COMMON_LIMITS, ...limits].map(({ field }) => field);

/** The limits of an index in an inquiry, a relative period as the years that it means today. */
export function limitsFor(
	inquiry: Inquiry,
	code: string,
	at: Pick<Searchable, 'limits'>
): Pick<Strategy, 'limits' | 'lifted'> {
	const year = new Date().getFullYear();
	// A limit for all that the index does not know would leave nothing, and nobody asked for that.
	const fields = new Set(fieldsOf(at));
	const limits = limitsOfIndex(inquiry, code).filter(({ field }) => fields.has(field));
	return {
		limits: limits.map((limit) => inYear(limit, year)),
		lifted: settingsOf(inquiry, code).lifted
	};
}
