/** Limits that are set once for all indexes of an inquiry: the commands on them, and what holds in each index. */
import { inOrder } from './cells';
import { CommandError, type Command, type Inquiry, type StrategySettings } from './inquiry';
import { faultOfLimit, isSameLimit, type LimitForAll, type LimitSetting, type OwnLimit } from './limits';
import { nextPosition } from './row-index';
import { NO_SETTINGS } from './strategy-settings';

type LimitCommand = Extract<Command, { kind: 'limit.set' | 'limit.lift' | 'limit.remove' }>;
/** Limits for all at one time. */
const MOST_LIMITS = 50;

/**
 * The changes that a command on limits makes: to those for all, by field, or to the strategy of one index. O(limits).
 * @throws CommandError
 */
export function limitChanges(
	inquiry: Inquiry,
	command: LimitCommand
): { table: 'limits' | 'strategies'; id: string; row: LimitForAll | StrategySettings | null } {
	const { indexCode } = command;
	if (indexCode !== undefined) {
		if (!inquiry.about.indexes.includes(indexCode))
			throw new CommandError('not-found', 'This inquiry does not use that subject index.');
		const before = own(inquiry.strategies, indexCode) ?? { id: indexCode, ...NO_SETTINGS };
		const limits = ownLimitsAfter(before.limits, command);
		if (limits) return { table: 'strategies', id: indexCode, row: { ...before, limits } };
	}
	return { table: 'limits', ...rowForAll(inquiry.limits, command) };
}

/** The limits of one index after a command on them; undefined where it is about one for all. */
function ownLimitsAfter(limits: readonly OwnLimit[], command: LimitCommand): OwnLimit[] | undefined {
	if (command.kind === 'limit.set') {
		const { limit } = command;
		refuseFaulty(limit);
		const known = limits.some(({ field }) => field === limit.field);
		if (!known) refuseMoreThan(limits.length);
		return known ? limits.map((one) => (one.field === limit.field ? limit : one)) : [...limits, limit];
	}
	const { field } = command;
	const known = limits.some((one) => one.field === field);
	if (command.kind === 'limit.remove') {
		if (!known) throw new CommandError('not-found', 'This limit is no longer set.');
		return limits.filter((one) => one.field !== field);
	}
	if (!known) return undefined;
	return limits.map(({ isLifted, ...one }) => {
		const lifted = one.field === field ? command.lifted : isLifted;
		return lifted ? { ...one, isLifted: true } : one;
	});
}

function rowForAll(
	limits: Inquiry['limits'],
	command: LimitCommand
): { id: string; row: LimitForAll | null } {
	if (command.kind === 'limit.set') {
		const { limit } = command;
		refuseFaulty(limit);
		const { field } = limit;
		const known = own(limits, field);
		if (!known) refuseMoreThan(Object.keys(limits).length);
		const { position, liftedIn } = known ?? { position: nextPosition(limits), liftedIn: [] };
		return { id: field, row: { id: field, position, setting: limit, liftedIn } };
	}
	const known = own(limits, command.field);
	if (!known) throw new CommandError('not-found', 'This limit is no longer set.');
	if (command.kind === 'limit.remove') return { id: known.id, row: null };
	const { indexCode, lifted } = command;
	const others = known.liftedIn.filter((code) => code !== indexCode);
	return { id: known.id, row: { ...known, liftedIn: lifted ? [...others, indexCode].sort() : others } };
}

function refuseFaulty(limit: LimitSetting): void {
	const fault = faultOfLimit(limit);
	if (fault) throw new CommandError('invalid', fault);
}

function refuseMoreThan(count: number): void {
	if (count >= MOST_LIMITS)
		throw new CommandError(
			'invalid',
			`An inquiry has at most ${MOST_LIMITS} limits for all, and for each index.`
		);
}

const own = <Row>(rows: Record<string, Row>, id: string): Row | undefined =>
	Object.hasOwn(rows, id) ? rows[id] : undefined;

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
		...ownLimits(inquiry, indexCode).flatMap(({ isLifted, ...limit }) => (isLifted ? [] : [limit]))
	];
}

const ownLimits = ({ strategies }: Inquiry, indexCode: string): readonly OwnLimit[] =>
	own(strategies, indexCode)?.limits ?? NO_SETTINGS.limits;

/** What makes limits on some fields hold no longer in an index: its own and those for all are lifted there. O(limits). */
export function withoutLimits(inquiry: Inquiry, indexCode: string, fields: readonly string[]): Command[] {
	const holding = limitsOfIndex(inquiry, indexCode);
	return fields
		.filter((field) => holding.some((limit) => limit.field === field))
		.map((field) => ({ kind: 'limit.lift', field, indexCode, lifted: true }));
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
