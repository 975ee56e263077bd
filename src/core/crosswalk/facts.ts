/** What the vocabularies say about a crosswalk: what each pick stands for, and what is odd about it. */
import type { EditionIndex } from '../edition/edition-index';
import { CellsByPlace, inOrder, type CellContent } from './cells';
import type { Inquiry, Pick, PickedHeading } from './inquiry';

/** The parts of an edition that are asked here. */
export type Places = globalThis.Pick<EditionIndex, 'find' | 'keys' | 'names' | 'retired' | 'hierarchy'>;

export interface HeadingFacts {
	uri: string;
	/** Identifier in the current edition; absent where it has no such heading. */
	key?: string;
	/** Its label in the current edition. */
	label: string;
	belowCount: number;
}

export type Flag =
	/** A heading of the pick is not in the current edition, so it brings nothing. */
	| { kind: 'gone'; label: string }
	| { kind: 'retired'; label: string }
	| { kind: 'renamed'; from: string; to: string }
	/** Another pick of the cell finds all that this one would. */
	| { kind: 'covered'; by: string }
	/**
	 * A heading came after the first year that is searched, and what carries the years before is not picked. The years that
	 * records of the index have say the rest.
	 */
	| { kind: 'late'; label: string; year: number; from: number; before: PickedHeading[] }
	/** The same headings are picked for other concepts too. */
	| { kind: 'shared'; concepts: string[] };

export interface PickFacts {
	headings: HeadingFacts[];
	/** Headings whose records it matches: those picked, and those below as far as they count. */
	standsFor: number;
	flags: Flag[];
}

/** Headings that a pick's heading stands for, by position: itself, and what is below without the branches cut. */
function scopeOf(pick: Pick, n: number, places: Places): Set<number> {
	if (!pick.withNarrower) return new Set([n]);
	const cuts = new Set(pick.cuts.flatMap(({ uri }) => places.find(uri) ?? []));
	return new Set([n, ...places.hierarchy.below(n, cuts).headings]);
}

/** A pick with the headings it stands for, one set for each heading held together; none where one is gone. */
interface Scoped {
	pick: Pick;
	scopes: Set<number>[] | undefined;
}

function scoped(pick: Pick, places: Places | undefined): Scoped {
	const scopes: Set<number>[] = [];
	for (const { uri } of pick.headings) {
		const n = places?.find(uri);
		if (n === undefined || !places) return { pick, scopes: undefined };
		scopes.push(scopeOf(pick, n, places));
	}
	return { pick, scopes };
}

/**
 * Whether every record that `b` matches is matched by `a` as well, whatever the records are: each heading that `a`
 * demands is had by one that `b` demands, and `a` asks no more of the tagging than `b` does.
 */
function covers(a: Scoped, b: Scoped): boolean {
	if (!a.scopes || !b.scopes) return false;
	if (a.pick.chief && !b.pick.chief) return false;
	const { aspects } = a.pick;
	if (
		aspects.length > 0 &&
		(b.pick.aspects.length === 0 || b.pick.aspects.some((one) => !aspects.includes(one)))
	)
		return false;
	const { scopes } = b;
	return a.scopes.every((wide) => scopes.some((narrow) => isSubset(narrow, wide)));
}

function isSubset(narrow: Set<number>, wide: Set<number>): boolean {
	if (narrow.size > wide.size) return false;
	for (const n of narrow) if (!wide.has(n)) return false;
	return true;
}

/**
 * The facts of every pick, by its identifier. O(picks × headings below), and in a cell O(picks²) comparisons.
 * @param placesOf the current edition of an index; undefined for an index without a vocabulary
 */
export function factsOf(
	inquiry: Inquiry,
	placesOf: (indexCode: string) => Places | undefined
): Record<string, PickFacts> {
	const facts: Record<string, PickFacts> = {};
	const byCell = new CellsByPlace(inquiry);
	const uses = new Map<string, Set<string>>();
	for (const pick of Object.values(inquiry.picks)) {
		if (pick.role === 'rejected') continue;
		const name = headingsName(pick);
		uses.set(name, (uses.get(name) ?? new Set()).add(pick.conceptId));
	}
	for (const concept of inOrder(inquiry.concepts))
		for (const code of inquiry.about.indexes) {
			const places = placesOf(code);
			const own = byCell.at(concept.id, code).picks.map((pick) => scoped(pick, places));
			for (const [i, one] of own.entries()) {
				const { pick, scopes } = one;
				const flags = places ? ageing(pick, places) : [];
				const others = [...(uses.get(headingsName(pick)) ?? [])].filter((id) => id !== concept.id);
				if (pick.role === 'searched') {
					// Of two that find the same, the later one is the one too many.
					const cover = own.find(
						(other, j) =>
							j !== i &&
							other.pick.role === 'searched' &&
							covers(other, one) &&
							(j < i || !covers(one, other))
					);
					if (cover) flags.push({ kind: 'covered', by: cover.pick.id });
				}
				if (pick.role !== 'rejected' && others.length > 0) flags.push({ kind: 'shared', concepts: others });
				facts[pick.id] = {
					headings: pick.headings.map((heading) => headingFacts(heading, places)),
					standsFor: scopes ? new Set(scopes.flatMap((scope) => [...scope])).size : pick.headings.length,
					flags
				};
			}
		}
	return facts;
}

const headingsName = ({ indexCode, headings }: Pick) =>
	`${indexCode}\n${headings
		.map(({ uri }) => uri)
		.sort()
		.join('\n')}`;

function headingFacts(
	{ uri, label }: { uri: string; label: string },
	places: Places | undefined
): HeadingFacts {
	const n = places?.find(uri);
	if (n === undefined || !places) return { uri, label, belowCount: 0 };
	return {
		uri,
		key: places.keys.at(n),
		label: places.names.at(n),
		belowCount: places.hierarchy.belowCount(n)
	};
}

/** How a pick has aged against the current edition. */
function ageing({ headings }: Pick, places: Places): Flag[] {
	return headings.flatMap(({ uri, label }): Flag[] => {
		const n = places.find(uri);
		if (n === undefined) return [{ kind: 'gone', label }];
		const now = places.names.at(n);
		return [
			...(places.retired[n] ? [{ kind: 'retired', label: now } as const] : []),
			...(now !== label ? [{ kind: 'renamed', from: label, to: now } as const] : [])
		];
	});
}

/** Records below which a cell counts as thin. */
const THIN_RECORDS = 10;

/**
 * A cell is thin when none of its searched picks is an exact or close fit, or when they find few records.
 * @param records how many records its picks find; undefined where that is not known
 */
export function isThin({ picks, state }: CellContent, records?: number): boolean {
	if (state !== 'picks') return false;
	const searched = picks.filter(({ role }) => role === 'searched');
	// What nobody has judged yet may turn out to fit.
	const unfit = searched.every(({ fit }) => fit !== 'notJudged' && fit !== 'exact' && fit !== 'close');
	return unfit || (records !== undefined && records < THIN_RECORDS);
}
