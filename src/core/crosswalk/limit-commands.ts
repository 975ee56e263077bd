/** Limits that are set once for all indexes of an inquiry: the commands on them, and what holds in each index. */
import { inOrder } from './cells';
import { CommandError, type Command, type Inquiry } from './inquiry';
import { faultOfLimit, isSameLimit, type LimitForAll, type LimitSetting } from './limits';
import { nextPosition } from './row-index';
import { NO_SETTINGS } from './strategy-settings';

type LimitCommand = Extract<Command, { kind: 'limit.set' | 'limit.lift' | 'limit.remove' }>;
/** Limits for all at one time. */
const MOST_LIMITS = 50;

/**
 * The rows that a command on limits for all makes, by field; null for one that goes. O(limits).
 * @throws CommandError
 */
export function limitRows({ limits, about }: Inquiry, command: LimitCommand): [string, LimitForAll | null][] {
	if (command.kind === 'limit.set') {
		const { limit } = command;
		const fault = faultOfLimit(limit);
		if (fault) throw new CommandError('invalid', fault);
		const { field } = limit;
		const known = own(limits, field);
		if (!known && Object.keys(limits).length >= MOST_LIMITS)
			throw new CommandError('invalid', `An inquiry has at most ${MOST_LIMITS} limits for all.`);
		const { position, liftedIn } = known ?? { position: nextPosition(limits), liftedIn: [] };
		return [[field, { id: field, position, setting: limit, liftedIn }]];
	}
	const known = own(limits, command.field);
	if (!known) throw new CommandError('not-found', 'This limit is no longer set for all.');
	if (command.kind === 'limit.remove') return [[known.id, null]];
	const { indexCode, lifted } = command;
	if (!about.indexes.includes(indexCode))
		throw new CommandError('not-found', 'This inquiry does not use that subject index.');
	const others = known.liftedIn.filter((code) => code !== indexCode);
	return [[known.id, { ...known, liftedIn: lifted ? [...others, indexCode].sort() : others }]];
}

const own = (limits: Inquiry['limits'], field: string): LimitForAll | undefined =>
	Object.hasOwn(limits, field) ? limits[field] : undefined;

/** How a limit that is set for all stands in one index. */
export type Standing = 'holds' | 'lifted' | 'own';

/** Every limit for all with how it stands in an index: an own limit on the same field takes its place. O(limits). */
export function limitsForAll(
	inquiry: Inquiry,
	indexCode: string
): { limit: LimitForAll; standing: Standing }[] {
	const fields = new Set(ownLimits(inquiry, indexCode).map(({ field }) => field));
	return inOrder(inquiry.limits).map((limit) => ({
		limit,
		standing: fields.has(limit.id) ? 'own' : limit.liftedIn.includes(indexCode) ? 'lifted' : 'holds'
	}));
}

/** The limits of an index's strategy: those for all that hold there, then its own. O(limits). */
export function limitsOfIndex(inquiry: Inquiry, indexCode: string): LimitSetting[] {
	return [
		...limitsForAll(inquiry, indexCode).flatMap(({ limit, standing }) =>
			standing === 'holds' ? [limit.setting] : []
		),
		...ownLimits(inquiry, indexCode)
	];
}

const ownLimits = ({ strategies }: Inquiry, indexCode: string): readonly LimitSetting[] =>
	Object.hasOwn(strategies, indexCode) ? strategies[indexCode].limits : NO_SETTINGS.limits;

/** What makes limits on some fields hold no longer in an index: its own go, those for all are lifted there. */
export function withoutLimits(inquiry: Inquiry, indexCode: string, fields: readonly string[]): Command[] {
	const limits = ownLimits(inquiry, indexCode);
	const kept = limits.filter(({ field }) => !fields.includes(field));
	return [
		...(kept.length < limits.length ? [{ kind: 'strategy.set' as const, indexCode, limits: kept }] : []),
		...fields.flatMap((field): Command[] => {
			const known = own(inquiry.limits, field);
			return known && !known.liftedIn.includes(indexCode)
				? [{ kind: 'limit.lift', field, indexCode, lifted: true }]
				: [];
		})
	];
}

/**
 * What makes the limits of an index just these: those for all stay where they say the same, and are lifted where nothing, or
 * something else, is wanted. O(limits²).
 */
export function withLimits(inquiry: Inquiry, indexCode: string, wanted: readonly LimitSetting[]): Command[] {
	const all = limitsForAll(inquiry, indexCode);
	const kept = all.filter(({ limit }) => wanted.some((one) => isSameLimit(one, limit.setting)));
	const limits = wanted.filter(({ field }) => !kept.some(({ limit }) => limit.id === field));
	return [
		{ kind: 'strategy.set', indexCode, limits: [...limits] },
		...all.flatMap(({ limit: { id: field, liftedIn } }): Command[] => {
			const isKept = kept.some(({ limit }) => limit.id === field);
			const isLifted = liftedIn.includes(indexCode);
			const lifted = !isKept && !limits.some((one) => one.field === field);
			return isLifted === lifted || (!isKept && !lifted)
				? []
				: [{ kind: 'limit.lift', field, indexCode, lifted }];
		})
	];
}
