import type { Flag, Inquiry } from '$core/crosswalk';
import { pickName } from '$core/crosswalk';

/** A flag in a few words, for lists; and in a sentence. */
export function flagWords(flag: Flag, inquiry: Inquiry): { short: string; says: string } {
	switch (flag.kind) {
		case 'gone':
			return { short: 'gone', says: `${flag.label} is not in the edition in use, so it brings nothing.` };
		case 'retired':
			return { short: 'retired', says: `${flag.label} is retired: nothing new is tagged with it.` };
		case 'renamed':
			return { short: 'renamed', says: `Now called ${flag.to}; it was ${flag.from} when it was picked.` };
		case 'late':
			return {
				short: `since ${flag.year}`,
				says: `${flag.label} came in ${flag.year}, and the search begins in ${flag.from}. Before it, ${flag.before.map(({ label }) => label).join(', ')} ${flag.before.length === 1 ? 'was' : 'were'} used.`
			};
		case 'covered': {
			const by = inquiry.picks[flag.by];
			return {
				short: 'covered',
				says: `${by ? pickName(by) : 'Another pick'} finds all that this one would.`
			};
		}
		case 'shared':
			return {
				short: 'also elsewhere',
				says: `Also picked for ${flag.concepts.map((id) => inquiry.concepts[id]?.name ?? 'a concept').join(', ')}. One record then satisfies both.`
			};
	}
}
