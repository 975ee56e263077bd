/**
 * Two people decided the same apart: how far they agree, where they differ, and what settles a difference in the inquiry it
 * is of.
 *
 * Over cells the share is 2·both ÷ (2·both + what one alone has), of the headings searched: what neither considered has no
 * number, so that nothing can be corrected for chance. Over a reading list, which both saw whole, it is Cohen's kappa
 * (J. Cohen, Educational and Psychological Measurement 20, 1960) with the standard error of J. L. Fleiss, J. Cohen and
 * B. S. Everitt (Psychological Bulletin 72, 1969).
 */
import { canonical } from '../canonical';
import { cellId, CellsByPlace, pickOfHeadings } from './cells';
import type { Command, Inquiry, Pick, PickedHeading } from './inquiry';
import type { Decision, ListEntry } from './list-entry';
import { switchesOf } from './together';

/** The first and the second of two people. */
export type Side = 0 | 1;
export type Both<T> = readonly [T, T];

export interface CellPlace {
	conceptId: string;
	indexCode: string;
}

/** What is compared of an inquiry in which somebody decided cells. */
export interface DecidedCells {
	picks: Inquiry['picks'];
	cells: Inquiry['cells'];
}

/** What somebody decided of a reading list, by its works. */
export type DecidedList = Record<string, { decision: Decision; reason: string } | undefined>;

/** What somebody decided of cells, or of a reading list, by themselves. */
export type DecidedApart = { of: 'cells'; cells: DecidedCells } | { of: 'list'; list: DecidedList };

/** How many headings both search, how many one alone, and the share; null where neither searches any. */
export interface Agreement {
	both: number;
	alone: Both<number>;
	share: number | null;
}

export interface CellDifference extends CellPlace {
	/** Tells it from the others: by its cell and its headings. */
	id: string;
	/**
	 * - `heading`: one alone searches it
	 * - `how`: both search it, not in the same way
	 * - `noHeading`: one decided that there is none, and the other did not
	 */
	kind: 'heading' | 'how' | 'noHeading';
	/** What each has; of `noHeading` nothing. */
	picks: Both<Pick | undefined>;
	/** Of `noHeading`: who decided so. */
	by?: Side;
}

/** What both have, in the same way: one pick, or that there is no heading. */
export interface Agreed extends CellPlace {
	picks?: Both<Pick>;
}

export interface CellsCompared {
	all: Agreement;
	byConcept: Record<string, Agreement>;
	byIndex: Record<string, Agreement>;
	/** By `conceptId:indexCode`. */
	byCell: Record<string, Agreement>;
	agreed: Agreed[];
	differences: CellDifference[];
}

const headingsOf = ({ headings }: Pick) => canonical(headings.map(({ uri }) => uri).sort());
const waysOf = ({ withNarrower, cuts, chief, aspects }: Pick) =>
	canonical({ withNarrower, cuts: cuts.map(({ uri }) => uri).sort(), chief, aspects: [...aspects].sort() });

class Tally {
	both = 0;
	private readonly alone: [number, number] = [0, 0];

	oneAlone(side: Side): void {
		this.alone[side]++;
	}

	get agreement(): Agreement {
		const { both, alone } = this;
		const all = 2 * both + alone[0] + alone[1];
		return { both, alone: [...alone], share: all === 0 ? null : (2 * both) / all };
	}
}

/** What two people decided of the same cells. A pick of several headings counts as one. O(cells + picks). */
export function compareCells(sides: Both<DecidedCells>, places: readonly CellPlace[]): CellsCompared {
	const all = new Tally();
	const [concepts, indexes, cells] = [
		new Map<string, Tally>(),
		new Map<string, Tally>(),
		new Map<string, Tally>()
	];
	const agreed: Agreed[] = [];
	const differences: CellDifference[] = [];
	const bySide = sides.map((side) => new CellsByPlace(side));
	for (const { conceptId, indexCode } of places) {
		const cell = cellId(conceptId, indexCode);
		const tallies = [all, at(concepts, conceptId), at(indexes, indexCode), at(cells, cell)];
		const [first, second] = bySide.map((side) => side.at(conceptId, indexCode));
		const [own, other] = [first, second].map(
			({ picks }) =>
				new Map(picks.filter(({ role }) => role === 'searched').map((pick) => [headingsOf(pick), pick]))
		);
		for (const [name, mine] of own) {
			const theirs = other.get(name);
			if (theirs) tallies.forEach((tally) => tally.both++);
			else tallies.forEach((tally) => tally.oneAlone(0));
			const place = { conceptId, indexCode };
			if (theirs && waysOf(mine) === waysOf(theirs)) agreed.push({ ...place, picks: [mine, theirs] });
			else
				differences.push({
					...place,
					id: `${cell} ${name}`,
					kind: theirs ? 'how' : 'heading',
					picks: [mine, theirs]
				});
		}
		for (const [name, theirs] of other) {
			if (own.has(name)) continue;
			tallies.forEach((tally) => tally.oneAlone(1));
			differences.push({
				conceptId,
				indexCode,
				id: `${cell} ${name}`,
				kind: 'heading',
				picks: [undefined, theirs]
			});
		}
		const none = [first, second].map(({ state }) => state === 'noHeading');
		if (none[0] && none[1]) agreed.push({ conceptId, indexCode });
		else if (none[0] || none[1])
			differences.push({
				conceptId,
				indexCode,
				id: `${cell} none`,
				kind: 'noHeading',
				picks: [undefined, undefined],
				by: none[0] ? 0 : 1
			});
	}
	const said = (tallies: Map<string, Tally>) =>
		Object.fromEntries(Array.from(tallies, ([name, tally]) => [name, tally.agreement]));
	return {
		all: all.agreement,
		byConcept: said(concepts),
		byIndex: said(indexes),
		byCell: said(cells),
		agreed,
		differences
	};
}

function at(tallies: Map<string, Tally>, name: string): Tally {
	const found = tallies.get(name) ?? new Tally();
	tallies.set(name, found);
	return found;
}

const urisOf = (headings: readonly PickedHeading[]) => headings.map(({ uri }) => uri);

/** What the inquiry itself says by now of a difference; nothing where it is open. */
export function settledAs(
	inquiry: Inquiry,
	{ conceptId, indexCode, kind, picks }: CellDifference
): 'kept' | 'leftOut' | undefined {
	const cell = inquiry.cells[cellId(conceptId, indexCode)];
	if (kind === 'noHeading') {
		if (cell?.noHeading) return 'kept';
		const isDecided = Object.values(inquiry.picks).some(
			(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode && pick.role !== 'rejected'
		);
		return isDecided ? 'leftOut' : undefined;
	}
	const { headings } = (picks[0] ?? picks[1]) as Pick;
	const own = pickOfHeadings(inquiry, conceptId, indexCode, urisOf(headings));
	if (own) return own.role === 'searched' ? 'kept' : 'leftOut';
	return cell?.noHeading ? 'leftOut' : undefined;
}

/** A pick as it is put into the inquiry: over one of the same headings that is there. */
function put(inquiry: Inquiry, pick: Pick, id: string, said: Partial<Pick>): Command {
	const { conceptId, indexCode, headings, edition } = pick;
	const switches = { ...switchesOf(pick), note: pick.note, ...said };
	const own = pickOfHeadings(inquiry, conceptId, indexCode, urisOf(headings));
	return own
		? { kind: 'pick.set', id: own.id, ...switches }
		: { kind: 'pick.add', id, conceptId, indexCode, headings, edition, ...switches };
}

/**
 * The command that settles a difference.
 * @param side whose it is to be; nothing to leave out what one alone has, which is recorded as rejected
 * @param id of a new pick, should it need one
 * @returns nothing where there is nothing to be done: of `noHeading`, to follow who did not decide so
 */
export function settle(
	inquiry: Inquiry,
	sides: Both<DecidedCells>,
	difference: CellDifference,
	side: Side | undefined,
	id: string
): Command | undefined {
	const { conceptId, indexCode, kind, picks, by } = difference;
	if (kind === 'noHeading') {
		if (side === undefined || side !== by) return undefined;
		return noHeading({ conceptId, indexCode }, [sides[by]]);
	}
	const chosen = side === undefined ? undefined : picks[side];
	if (chosen) return put(inquiry, chosen, id, {});
	return put(inquiry, (picks[0] ?? picks[1]) as Pick, id, {
		role: 'rejected',
		note: 'One of two who decided apart had it; left out when they were compared.'
	});
}

function noHeading({ conceptId, indexCode }: CellPlace, sides: readonly DecidedCells[]): Command {
	const said = sides.flatMap(({ cells }) => cells[cellId(conceptId, indexCode)] ?? []);
	return {
		kind: 'cell.noHeading',
		conceptId,
		indexCode,
		tried: [...new Set(said.flatMap(({ tried }) => tried))],
		edition: said[0]?.edition ?? '',
		note: joined(said.map(({ note }) => note))
	};
}

const joined = (texts: readonly string[]) =>
	[...new Set(texts.map((text) => text.trim()).filter((text) => text !== ''))].join(' / ');

/**
 * What puts everything into the inquiry that both have and it does not say yet.
 * @param newId names each new pick
 */
export function takeInAgreed(
	inquiry: Inquiry,
	sides: Both<DecidedCells>,
	agreed: readonly Agreed[],
	newId: () => string
): Command[] {
	return agreed.flatMap(({ conceptId, indexCode, picks }): Command[] => {
		if (!picks) {
			const isSaid =
				settledAs(inquiry, {
					id: '',
					conceptId,
					indexCode,
					kind: 'noHeading',
					picks: [undefined, undefined]
				}) !== undefined;
			return isSaid ? [] : [noHeading({ conceptId, indexCode }, sides)];
		}
		const [first, second] = picks;
		if (pickOfHeadings(inquiry, conceptId, indexCode, urisOf(first.headings))) return [];
		const fit = first.fit === second.fit ? first.fit : 'notJudged';
		return [put(inquiry, first, newId(), { fit, note: joined([first.note, second.note]) })];
	});
}

export interface ListDifference {
	id: string;
	decisions: Both<Decision>;
	reasons: Both<string>;
}

export interface ListCompared {
	/** Works that both decided, by what the first said and the second: kept, dropped. */
	table: Both<Both<number>>;
	/** Works that one or both left open. */
	open: number;
	/** The share of the works both decided on which they agree; null where there are none. */
	share: number | null;
	/** Nothing where there are none, or where they could only have agreed. */
	kappa: Kappa | null;
	/** Those decided otherwise first, then those that one left open; each in the order of the list. */
	differences: ListDifference[];
}

export interface Kappa {
	value: number;
	/** Of the value, for one that is not nought. */
	standardError: number;
}

/** What two people decided of the same reading list. O(works). */
export function compareLists(works: readonly string[], sides: Both<DecidedList>): ListCompared {
	const table: [[number, number], [number, number]] = [
		[0, 0],
		[0, 0]
	];
	const place = { keep: 0, drop: 1 } as const;
	const [otherwise, halfOpen]: [ListDifference[], ListDifference[]] = [[], []];
	let open = 0;
	for (const id of works) {
		const own = sides.map((side) => side[id]);
		const decisions: Both<Decision> = [own[0]?.decision ?? 'open', own[1]?.decision ?? 'open'];
		const difference = { id, decisions, reasons: [own[0]?.reason ?? '', own[1]?.reason ?? ''] as const };
		const [first, second] = decisions;
		if (first === 'open' || second === 'open') {
			open++;
			if (first !== second) halfOpen.push(difference);
			continue;
		}
		table[place[first]][place[second]]++;
		if (first !== second) otherwise.push(difference);
	}
	const decided = table[0][0] + table[0][1] + table[1][0] + table[1][1];
	return {
		table,
		open,
		share: decided === 0 ? null : (table[0][0] + table[1][1]) / decided,
		kappa: kappaOf(table),
		differences: [...otherwise, ...halfOpen]
	};
}

/**
 * Cohen's kappa of a square table of counts.
 * @returns nothing where there are no counts, or chance alone would have them agree always
 */
export function kappaOf(table: readonly (readonly number[])[]): Kappa | null {
	const total = table.flat().reduce((sum, count) => sum + count, 0);
	if (total === 0) return null;
	const share = table.map((row) => row.map((count) => count / total));
	const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0);
	const rows = share.map(sum);
	const columns = rows.map((_, j) => sum(share.map((row) => row[j])));
	const observed = sum(share.map((row, i) => row[i]));
	const expected = sum(rows.map((row, i) => row * columns[i]));
	if (1 - expected < 1e-12) return null;
	const value = (observed - expected) / (1 - expected);
	const agreeing = sum(share.map((row, i) => row[i] * (1 - (rows[i] + columns[i]) * (1 - value)) ** 2));
	const differing = sum(
		share.flatMap((row, i) => row.map((cell, j) => (i === j ? 0 : cell * (columns[i] + rows[j]) ** 2)))
	);
	const variance = agreeing + (1 - value) ** 2 * differing - (value - expected * (1 - value)) ** 2;
	return { value, standardError: Math.sqrt(Math.max(0, variance) / total) / (1 - expected) };
}

/** The command that decides a work as one of two did. */
export function settleWork({ id, decisions, reasons }: ListDifference, side: Side): Command {
	return { kind: 'entries.set', ids: [id], decision: decisions[side], reason: reasons[side] };
}

/** What both decided alike of works that the inquiry has not decided: one command for each decision and reason. */
export function takeInWorks(entries: Record<string, ListEntry>, sides: Both<DecidedList>): Command[] {
	const alike = new Map<string, Command & { kind: 'entries.set' }>();
	for (const { id, decision: now } of Object.values(entries)) {
		const [first, second] = sides.map((side) => side[id]);
		if (now !== 'open' || !first || first.decision === 'open' || first.decision !== second?.decision)
			continue;
		const { decision } = first;
		const reason = joined([first.reason, second.reason]);
		const key = `${decision} ${reason}`;
		const command = alike.get(key) ?? { kind: 'entries.set' as const, ids: [], decision, reason };
		alike.set(key, { ...command, ids: [...command.ids, id] });
	}
	return [...alike.values()];
}
