/** The limits of an inquiry in words, as they stand beside counts, and what lifts one or sets it again. */
import { limitInBrief, limitsForAll, type Command, type Inquiry, type LimitForAll } from '$core/crosswalk';
import { COMMON_LIMITS, settingsOf, type LimitDefinition, type LimitSetting } from '$core/search';
import type { IndexSummary } from '$lib/server/vocabulary';
import { readable } from '../parts/value-words';

type OfIndex = Pick<IndexSummary, 'code' | 'limits'>;

/** What there is to limit by in some indexes, each field once. */
export function definitionsOf(indexes: readonly OfIndex[]): LimitDefinition[] {
	const byField = new Map(
		[...COMMON_LIMITS, ...indexes.flatMap(({ limits }) => limits)].map((limit) => [limit.field, limit])
	);
	return [...byField.values()];
}

const knows = ({ limits }: OfIndex, field: string) =>
	[...COMMON_LIMITS, ...limits].some((limit) => limit.field === field);

/** A limit in as few words as tell it. */
export function brief(limit: LimitSetting, indexes: readonly OfIndex[]): string {
	const known = definitionsOf(indexes).find(({ field }) => field === limit.field);
	const values = limit.values?.map((value) =>
		limit.field === 'dc.language' ? readable(value, 'language') : value
	);
	return limitInBrief(
		{ ...limit, ...(values && { values }) },
		known ?? { label: limit.field, kind: 'choice' }
	);
}

export interface LimitShown {
	field: string;
	words: string;
	/** It holds where it stands, is lifted there, or cannot hold as the index does not know it. */
	state: 'holds' | 'lifted' | 'unknown';
	/** Set once for all indexes; else a limit of this one. */
	isForAll: boolean;
	/** What lifts it or lets it hold again; nothing where it cannot hold. */
	turn: Command | undefined;
}

/** The limits of one index, those for all first. O(limits). */
export function limitsShown(inquiry: Inquiry, index: OfIndex): LimitShown[] {
	const { code } = index;
	const { limits, lifted } = settingsOf(inquiry, code);
	const shown = (limit: LimitSetting, more: Pick<LimitShown, 'state' | 'isForAll' | 'turn'>): LimitShown => ({
		field: limit.field,
		words: brief(limit, [index]),
		...more
	});
	return [
		...limitsForAll(inquiry, code).flatMap(({ limit, standing }) => {
			if (standing === 'own') return [];
			const isKnown = knows(index, limit.id);
			const isLifted = standing === 'lifted';
			return [
				shown(limit.setting, {
					state: !isKnown ? 'unknown' : isLifted || lifted ? 'lifted' : 'holds',
					isForAll: true,
					turn: isKnown
						? lifted && !isLifted
							? restoreAll(code)
							: { kind: 'limit.lift', field: limit.id, indexCode: code, lifted: !isLifted }
						: undefined
				})
			];
		}),
		...limits.map(({ isLifted = false, ...limit }) =>
			shown(limit, {
				state: isLifted || lifted ? 'lifted' : 'holds',
				isForAll: false,
				turn:
					lifted && !isLifted
						? restoreAll(code)
						: { kind: 'limit.lift', field: limit.field, indexCode: code, lifted: !isLifted }
			})
		)
	];
}

const restoreAll = (indexCode: string): Command => ({ kind: 'strategy.set', indexCode, lifted: false });

/** Whether any limit is set that could hold in one of some indexes. */
export const hasLimits = (inquiry: Inquiry, indexes: readonly OfIndex[]): boolean =>
	indexes.some((index) => limitsShown(inquiry, index).some(({ turn }) => turn !== undefined));

/** Lifts every limit in some indexes, or, where all are lifted, lets them hold again: as one step. */
export function turnAll(inquiry: Inquiry, indexes: readonly OfIndex[]): Command {
	const codes = indexes.map(({ code }) => code);
	const lifted = codes.some((code) => !settingsOf(inquiry, code).lifted);
	const commands = codes
		.filter((code) => settingsOf(inquiry, code).lifted !== lifted)
		.map((indexCode): Command => ({ kind: 'strategy.set', indexCode, lifted }));
	return commands.length === 1
		? commands[0]
		: { kind: 'many', title: `${lifted ? 'Lifted' : 'Restored'} all limits in all indexes`, commands };
}

/** Lifts a limit for all in every index that has none of its own on the field, or lets it hold again; nothing where all have one. */
export function turnEverywhere(
	inquiry: Inquiry,
	{ id: field, liftedIn }: LimitForAll,
	words: string
): Command | undefined {
	const { indexes } = inquiry.about;
	// As long as every limit is lifted everywhere, none can hold alone.
	if (indexes.length > 0 && indexes.every((code) => settingsOf(inquiry, code).lifted))
		return turnAll(
			inquiry,
			indexes.map((code) => ({ code, limits: [] }))
		);
	const following = indexes.filter(
		(code) => !settingsOf(inquiry, code).limits.some((limit) => limit.field === field)
	);
	if (following.length === 0) return undefined;
	const lifted = following.some((code) => !liftedIn.includes(code));
	const commands = following
		.filter((code) => liftedIn.includes(code) !== lifted)
		.map((indexCode): Command => ({ kind: 'limit.lift', field, indexCode, lifted }));
	return commands.length === 1
		? commands[0]
		: {
				kind: 'many',
				title: `${lifted ? 'Lifted' : 'Set again'} “${words}” in all indexes`,
				commands
			};
}
