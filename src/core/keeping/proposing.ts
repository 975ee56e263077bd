/**
 * What an edition touches in a crosswalk, and what is proposed for it. Each repair is a command that a person takes, or
 * leaves with a reason; nothing changes by itself.
 */
import {
	cellState,
	inOrder,
	pickName,
	pickOfHeadings,
	type Command,
	type Inquiry,
	type Pick,
	type PickedHeading
} from '../crosswalk';
import { CHANGE_KINDS, type ChangeKind, type HeadingChange, type HeadingName } from '../edition/difference';
import type { BelowChange, EditionStep } from './edition-step';

/** Why a cell is touched: what happened to a heading, something below it, or a heading for words that had none. */
export type Touch = ChangeKind | 'below' | 'headingForWords';
export const TOUCHES: readonly Touch[] = [...CHANGE_KINDS, 'below', 'headingForWords'];

export interface Repair {
	/** Of the pick, or of the cell that was decided to have no heading. */
	id: string;
	conceptId: string;
	indexCode: string;
	/** Labels of the edition it was decided in, and of the present one. */
	from: string;
	to: string;
	/** The pick as it stands; nothing for a cell without one. */
	pick?: Pick;
	touched: Touch[];
	/** What happened, a sentence each. */
	happened: string[];
	/** What taking it does, in a sentence. */
	proposal: string;
	take: Command;
	/** Leaves it as it is, in the present edition. */
	leave: Command;
	below: BelowChange;
}

/** Combinations of headings held together that are offered at most. */
const MOST_COMBINED = 20;

/**
 * The repairs of one index for the picks and decisions that were made in the earlier edition of a step.
 * O(picks + what changed below those with narrower headings).
 * @param isTagged whether records still carry a heading
 */
export function repairsOf(
	inquiry: Inquiry,
	indexCode: string,
	step: EditionStep,
	isTagged: (uri: string) => boolean
): Repair[] {
	const repairs: Repair[] = [];
	for (const pick of inOrder(inquiry.picks)) {
		if (pick.indexCode !== indexCode || pick.edition !== step.before.label) continue;
		if (pick.role === 'rejected') continue;
		const repair = ofPick(inquiry, pick, step, isTagged);
		if (repair) repairs.push(repair);
	}
	for (const cell of Object.values(inquiry.cells)) {
		if (cell.indexCode !== indexCode || cell.edition !== step.before.label) continue;
		if (cellState(inquiry, cell.conceptId, indexCode) !== 'noHeading') continue;
		const found = headingsFor(cell.tried, step);
		if (found.length === 0) continue;
		const names = found.map(({ label }) => `“${label}”`).join(', ');
		const place = { conceptId: cell.conceptId, indexCode };
		repairs.push({
			id: cell.id,
			...place,
			from: step.before.label,
			to: step.now.label,
			touched: ['headingForWords'],
			happened: [`${names} can be looked up by a word that was tried here without success.`],
			proposal: `Reopen the cell, to look at ${names}.`,
			take: { kind: 'cell.reopen', ...place },
			leave: { kind: 'cell.noHeading', ...place, tried: [], edition: step.now.label },
			below: { came: found, went: [] }
		});
	}
	return repairs;
}

/** The command that leaves what a repair is for as it is, with the reason a person gives. */
export function leaving({ leave }: { leave: Command }, because: string): Command {
	if (because === '') return leave;
	if (leave.kind === 'pick.follow') return { ...leave, because };
	return leave.kind === 'cell.noHeading' ? { ...leave, note: because } : leave;
}

function ofPick(
	inquiry: Inquiry,
	pick: Pick,
	step: EditionStep,
	isTagged: (uri: string) => boolean
): Repair | undefined {
	const own = pick.headings.flatMap(({ uri }) => whatMatters(step.changesOf(uri)));
	const cut = pick.cuts.flatMap(({ uri }) => step.changesOf(uri)).filter(tellsOfCut);
	const cutUris = pick.cuts.map(({ uri }) => uri);
	const below: BelowChange = { came: [], went: [] };
	if (pick.withNarrower)
		for (const { uri } of pick.headings) {
			const { came, went } = step.below(uri, cutUris);
			below.came.push(...came);
			below.went.push(...went);
		}
	const isBelow = below.came.length + below.went.length > 0;
	const touched = new Set<Touch>(own.flatMap(({ kinds }) => kinds));
	if (isBelow || cut.length > 0) touched.add('below');
	if (touched.size === 0) return undefined;
	const edition = step.now.label;
	const { take, proposal } = proposed(inquiry, pick, step, own, below, isTagged);
	return {
		id: pick.id,
		conceptId: pick.conceptId,
		indexCode: pick.indexCode,
		from: step.before.label,
		to: edition,
		pick,
		touched: TOUCHES.filter((kind) => touched.has(kind)),
		happened: [...own, ...cut].map(sentence).concat(isBelow ? [belowSentence(below)] : []),
		proposal,
		take,
		leave: { kind: 'pick.follow', id: pick.id, edition },
		below
	};
}

/** That a heading is retired is written into its notes too, which says nothing more. */
function whatMatters(changes: readonly HeadingChange[]): HeadingChange[] {
	if (!changes.some(({ kinds }) => kinds.includes('retired'))) return [...changes];
	return changes.flatMap((change) => {
		const kinds = change.kinds.filter((kind) => kind !== 'noteChanged');
		return kinds.length > 0 ? [{ ...change, kinds }] : [];
	});
}

/** A branch that is left out is touched where it is called otherwise or is no more. */
const tellsOfCut = ({ kinds }: HeadingChange) =>
	kinds.some((kind) => kind === 'renamed' || kind === 'retired' || kind === 'merged' || kind === 'split');

function proposed(
	inquiry: Inquiry,
	pick: Pick,
	step: EditionStep,
	own: readonly HeadingChange[],
	below: BelowChange,
	isTagged: (uri: string) => boolean
): { take: Command; proposal: string } {
	const edition = step.now.label;
	const heirs = pick.headings.map(({ uri }) => heirsOf(step, uri));
	const cuts = pick.cuts.flatMap(({ uri, label }) => laterCut(step, uri, label));
	const headings = pick.headings.map(({ uri, label }) => {
		const now = step.later(uri);
		return now ? { uri: now.uri, label: now.label } : { uri, label };
	});
	const isToJudge = own.some(({ kinds }) => kinds.includes('noteChanged')) && pick.fit !== 'notJudged';
	const follow: Command = {
		kind: 'pick.follow',
		id: pick.id,
		edition,
		headings,
		cuts,
		...(isToJudge && { fit: 'notJudged' as const })
	};
	if (heirs.some((some) => some.length > 0)) return handedOn(inquiry, pick, step, heirs, follow, isTagged);
	const said: string[] = [];
	const [was, is] = [pickName(pick), pickName({ headings })];
	const isGone = pick.headings.some(({ uri }) => step.later(uri) === undefined);
	if (is !== was) said.push(`The pick stays, under its new label “${is}”.`);
	else if (isGone || own.some(({ kinds }) => kinds.includes('retired')))
		said.push(
			pick.headings.every(({ uri }) => isTagged(uri))
				? 'Nothing takes its place. The pick stays for the records that still carry it.'
				: 'Nothing takes its place, and no record carries it. The pick is kept as recorded only.'
		);
	else if (below.came.length + below.went.length > 0)
		said.push('The pick stays with its narrower headings, as they are now.');
	else if (!isToJudge) said.push('The pick stays.');
	if (isToJudge) said.push('How well it fits is to be judged again.');
	const isUseless =
		own.some(({ kinds }) => kinds.includes('retired')) && !pick.headings.every(({ uri }) => isTagged(uri));
	if (isUseless && pick.role === 'searched')
		return {
			take: many(`“${was}” is retired in the edition ${edition}`, [
				follow,
				{ kind: 'pick.set', id: pick.id, role: 'recorded' }
			]),
			proposal: said.join(' ')
		};
	return { take: follow, proposal: said.join(' ') };
}

/** What takes over from a heading that is retired, or part of it. */
function heirsOf(step: EditionStep, uri: string): HeadingName[] {
	return step
		.changesOf(uri)
		.flatMap(({ kinds, to }) =>
			to && to.uri !== uri && (kinds.includes('retired') || kinds.includes('split')) ? [to] : []
		);
}

function laterCut(step: EditionStep, uri: string, label: string): PickedHeading[] {
	const heirs = heirsOf(step, uri);
	const now = step.later(uri);
	const own = now ? [{ uri: now.uri, label: now.label }] : heirs.length > 0 ? [] : [{ uri, label }];
	return [...own, ...heirs.map((heir) => ({ uri: heir.uri, label: heir.label }))];
}

/** The successors are picked as the heading was; it stays itself where records still carry it. */
function handedOn(
	inquiry: Inquiry,
	pick: Pick,
	step: EditionStep,
	heirs: readonly HeadingName[][],
	follow: Extract<Command, { kind: 'pick.follow' }>,
	isTagged: (uri: string) => boolean
): { take: Command; proposal: string } {
	const edition = step.now.label;
	const choices = heirs.map((some, i) =>
		some.length > 0
			? some.map(({ uri, label }) => ({ uri, label }))
			: [follow.headings?.[i] ?? pick.headings[i]]
	);
	const combined = combinations(choices).slice(0, MOST_COMBINED);
	const commands: Command[] = [];
	const names: string[] = [];
	let number = 0;
	for (const headings of combined) {
		const known = pickOfHeadings(
			inquiry,
			pick.conceptId,
			pick.indexCode,
			headings.map(({ uri }) => uri)
		);
		names.push(`“${pickName({ headings })}”`);
		if (known && known.role !== 'rejected') continue;
		while (Object.hasOwn(inquiry.picks, `${pick.id}.${++number}`));
		commands.push({
			kind: 'pick.add',
			id: `${pick.id}.${number}`,
			conceptId: pick.conceptId,
			indexCode: pick.indexCode,
			headings,
			edition,
			withNarrower: pick.withNarrower,
			chief: pick.chief,
			aspects: pick.aspects,
			role: pick.role,
			note: `Takes over from “${pickName(pick)}”.`
		});
	}
	const stays = pick.headings.every(({ uri }) => isTagged(uri));
	const isPart = pick.headings.every(({ uri }) =>
		step.changesOf(uri).every(({ kinds }) => !kinds.includes('retired'))
	);
	commands.push(stays || isPart ? follow : { kind: 'pick.remove', id: pick.id });
	const list = names.join(names.length === 2 ? ' and ' : ', ');
	const rest = isPart
		? ` “${pickName(pick)}” stays too.`
		: stays
			? ` “${pickName(pick)}” stays for the records that still carry it.`
			: ` “${pickName(pick)}” goes: no record carries it.`;
	return {
		take: many(`“${pickName(pick)}” is handed on in the edition ${edition} to ${list}`, commands),
		proposal: `Pick ${list}, with the same switches.${rest}`
	};
}

const many = (title: string, commands: Command[]): Command => ({ kind: 'many', title, commands });

function combinations<T>(choices: readonly (readonly T[])[]): T[][] {
	return choices.reduce<T[][]>((all, some) => all.flatMap((left) => some.map((one) => [...left, one])), [[]]);
}

/** Headings of the later edition that were not to be had by a word before, and are now. */
function headingsFor(words: readonly string[], step: EditionStep): HeadingName[] {
	const found = new Map<string, HeadingName>();
	for (const word of words)
		for (const heading of step.madeReachable(word.replace(/\*$/, ''))) found.set(heading.uri, heading);
	return [...found.values()];
}

/** What happened to a heading, in a sentence. */
export function sentence({ kinds, from, to, broader, evidence }: HeadingChange): string {
	const was = `“${from?.label ?? ''}”`;
	const is = `“${to?.label ?? ''}”`;
	const has = (kind: ChangeKind) => kinds.includes(kind);
	const other = to !== undefined && from !== undefined && to.uri !== from.uri;
	const parts: string[] = [];
	if (has('split') && has('retired')) parts.push(`${was} is retired; a part of it is ${is} now`);
	else if (has('split')) parts.push(`a part of ${was} is ${is} now`);
	else if (has('merged')) parts.push(`${was} is retired; ${is} takes its place and that of others`);
	else if (has('retired') && has('renamed') && other) parts.push(`${was} is retired; ${is} takes its place`);
	else {
		if (has('added')) parts.push(from ? `${is} is in use again` : `${is} is new`);
		if (has('renamed'))
			parts.push(was === is ? `${is} has another identifier now` : `${was} is called ${is} now`);
		if (has('retired')) parts.push(`${was} is retired`);
	}
	if (has('moved') && broader) {
		const list = (labels: readonly string[]) =>
			labels.length === 0 ? 'no heading' : labels.map((label) => `“${label}”`).join(', ');
		parts.push(`${is} stands under ${list(broader.after)}, before under ${list(broader.before)}`);
	}
	if (has('noteChanged')) parts.push(`the notes of ${is} changed`);
	const [first = evidence[0] ?? '', ...more] = parts;
	return `${first[0].toUpperCase()}${first.slice(1)}${more.map((part) => `; ${part}`).join('')}.`;
}

function belowSentence({ came, went }: BelowChange): string {
	const list = (names: readonly HeadingName[]) =>
		names
			.slice(0, 3)
			.map(({ label }) => `“${label}”`)
			.join(', ') + (names.length > 3 ? ` and ${names.length - 3} more` : '');
	const parts = [
		...(came.length > 0 ? [`${list(came)} came`] : []),
		...(went.length > 0 ? [`${list(went)} went`] : [])
	];
	return `Among its narrower headings, ${parts.join('; ')}.`;
}
