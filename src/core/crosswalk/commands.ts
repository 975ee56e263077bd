/**
 * Carries out commands on an inquiry, as pure functions: a command gives row changes, changes give the next state, and
 * changes read backwards give the state before. The server and the interface run the same code, so a change can be
 * shown at once and still be the one that is kept.
 */
import { fold } from '../text';
import {
	CommandError,
	type Cell,
	type Change,
	type Command,
	type Concept,
	type Inquiry,
	type Pick,
	type Row,
	type Table
} from './types';

const LONGEST_NAME = 200;
const LONGEST_TEXT = 10_000;

export function cellId(conceptId: string, indexCode: string): string {
	return `${conceptId}:${indexCode}`;
}

export function inOrder<T extends { position: number; id: string }>(rows: Record<string, T>): T[] {
	return Object.values(rows).sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
}

/** Picks of one cell, in order. */
export function picksOf(inquiry: Inquiry, conceptId: string, indexCode: string): Pick[] {
	return inOrder(inquiry.picks).filter(
		(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode
	);
}

/** What a cell has come to: picks that count, the decision that there is no heading, or neither. */
export function cellState(
	inquiry: Inquiry,
	conceptId: string,
	indexCode: string
): 'undecided' | 'picks' | 'noHeading' {
	const standing = Object.values(inquiry.picks).some(
		(pick) => pick.conceptId === conceptId && pick.indexCode === indexCode && pick.role !== 'rejected'
	);
	if (standing) return 'picks';
	return inquiry.cells[cellId(conceptId, indexCode)]?.noHeading ? 'noHeading' : 'undecided';
}

/** A pick of exactly these headings in this cell, whatever their order. */
export function pickOfHeadings(
	inquiry: Inquiry,
	conceptId: string,
	indexCode: string,
	uris: readonly string[]
): Pick | undefined {
	const wanted = new Set(uris);
	return Object.values(inquiry.picks).find(
		(pick) =>
			pick.conceptId === conceptId &&
			pick.indexCode === indexCode &&
			pick.headings.length === wanted.size &&
			pick.headings.every(({ uri }) => wanted.has(uri))
	);
}

/**
 * The row changes that a command makes; none where it changes nothing. O(rows of the inquiry).
 * @throws CommandError where the command makes no sense for this inquiry
 */
export function execute(inquiry: Inquiry, command: Command): Change[] {
	const draft = new Draft(inquiry);
	switch (command.kind) {
		case 'about.set': {
			const {
				title = inquiry.about.title,
				question = inquiry.about.question,
				indexes = inquiry.about.indexes
			} = command;
			const about = {
				...inquiry.about,
				title: required(title, 'A title', LONGEST_NAME),
				question: limited(question, 'The question', LONGEST_TEXT),
				indexes: [...new Set(indexes)]
			};
			draft.put('about', about.id, about);
			break;
		}
		case 'concept.add': {
			fresh(inquiry.concepts, command.id);
			const name = required(command.name, 'A concept', LONGEST_NAME);
			draft.put('concepts', command.id, {
				id: command.id,
				position: nextPosition(inquiry.concepts),
				name,
				status: 'required'
			});
			break;
		}
		case 'concept.set': {
			const concept = existing(inquiry.concepts, command.id, 'This concept');
			const name =
				command.name === undefined ? concept.name : required(command.name, 'A concept', LONGEST_NAME);
			draft.put('concepts', concept.id, { ...concept, name, status: command.status ?? concept.status });
			break;
		}
		case 'concept.move': {
			const concept = existing(inquiry.concepts, command.id, 'This concept');
			const others = inOrder(inquiry.concepts).filter(({ id }) => id !== concept.id);
			others.splice(Math.max(0, Math.min(others.length, command.to)), 0, concept);
			others.forEach((other, position) => draft.put('concepts', other.id, { ...other, position }));
			break;
		}
		case 'concept.remove': {
			const concept = existing(inquiry.concepts, command.id, 'This concept');
			for (const table of ['words', 'cells', 'picks'] as const)
				for (const row of Object.values(inquiry[table]))
					if (row.conceptId === concept.id) draft.put(table, row.id, null);
			draft.put('concepts', concept.id, null);
			break;
		}
		case 'word.add': {
			fresh(inquiry.words, command.id);
			existing(inquiry.concepts, command.conceptId, 'This concept');
			const text = required(command.text, 'A word', LONGEST_NAME);
			const own = Object.values(inquiry.words).filter(({ conceptId }) => conceptId === command.conceptId);
			if (own.some((word) => fold(word.text) === fold(text))) break;
			draft.put('words', command.id, {
				id: command.id,
				conceptId: command.conceptId,
				position: nextPosition(inquiry.words),
				text
			});
			break;
		}
		case 'word.remove':
			draft.put('words', existing(inquiry.words, command.id, 'This word').id, null);
			break;
		case 'pick.add': {
			fresh(inquiry.picks, command.id);
			placed(inquiry, command.conceptId, command.indexCode);
			if (command.headings.length === 0) throw new CommandError('invalid', 'A pick needs a heading.');
			const uris = command.headings.map(({ uri }) => uri);
			const known = pickOfHeadings(inquiry, command.conceptId, command.indexCode, uris);
			if (known && known.role !== 'rejected') break;
			// Picking what was rejected before changes one's mind; the row keeps its note.
			if (known) draft.put('picks', known.id, { ...known, role: command.role ?? 'searched' });
			else
				draft.put('picks', command.id, {
					id: command.id,
					conceptId: command.conceptId,
					indexCode: command.indexCode,
					position: nextPosition(inquiry.picks),
					headings: command.headings,
					edition: command.edition,
					withNarrower: command.withNarrower ?? false,
					role: command.role ?? 'searched',
					fit: command.fit ?? 'notJudged',
					note: limited(command.note ?? '', 'A note', LONGEST_TEXT)
				});
			draft.reopen(command.conceptId, command.indexCode);
			break;
		}
		case 'pick.set': {
			const pick = existing(inquiry.picks, command.id, 'This pick');
			draft.put('picks', pick.id, {
				...pick,
				withNarrower: command.withNarrower ?? pick.withNarrower,
				role: command.role ?? pick.role,
				fit: command.fit ?? pick.fit,
				note: command.note === undefined ? pick.note : limited(command.note, 'A note', LONGEST_TEXT)
			});
			if (command.role !== undefined && command.role !== 'rejected')
				draft.reopen(pick.conceptId, pick.indexCode);
			break;
		}
		case 'pick.remove':
			draft.put('picks', existing(inquiry.picks, command.id, 'This pick').id, null);
			break;
		case 'cell.noHeading': {
			placed(inquiry, command.conceptId, command.indexCode);
			if (cellState(inquiry, command.conceptId, command.indexCode) === 'picks')
				throw new CommandError(
					'not-allowed',
					'This cell has picks. Remove or reject them before deciding that there is no heading.'
				);
			const id = cellId(command.conceptId, command.indexCode);
			const before: Cell | undefined = inquiry.cells[id];
			draft.put('cells', id, {
				id,
				conceptId: command.conceptId,
				indexCode: command.indexCode,
				noHeading: true,
				tried: [
					...new Set([...(before?.tried ?? []), ...command.tried.map((word) => word.trim()).filter(Boolean)])
				],
				edition: command.edition,
				note: limited(command.note ?? before?.note ?? '', 'A note', LONGEST_TEXT)
			});
			break;
		}
		case 'cell.reopen':
			draft.reopen(command.conceptId, command.indexCode);
			break;
		case 'cell.set': {
			placed(inquiry, command.conceptId, command.indexCode);
			if (command.noHeading && command.picks.some(({ role }) => role !== 'rejected'))
				throw new CommandError(
					'invalid',
					'A cell holds either picks or the decision that there is no heading, not both.'
				);
			for (const pick of picksOf(inquiry, command.conceptId, command.indexCode))
				draft.put('picks', pick.id, null);
			const start = nextPosition(inquiry.picks);
			command.picks.forEach((pick, i) =>
				draft.put('picks', pick.id, {
					...pick,
					conceptId: command.conceptId,
					indexCode: command.indexCode,
					position: start + i,
					edition: command.edition
				})
			);
			const id = cellId(command.conceptId, command.indexCode);
			const before: Cell | undefined = inquiry.cells[id];
			if (command.noHeading || before)
				draft.put('cells', id, {
					id,
					conceptId: command.conceptId,
					indexCode: command.indexCode,
					noHeading: command.noHeading,
					tried: before?.tried ?? [],
					edition: command.edition,
					note: before?.note ?? ''
				});
			break;
		}
	}
	return draft.changes();
}

/** The state after the changes. O(changes) besides a shallow copy of the tables touched. */
export function apply(inquiry: Inquiry, changes: readonly Change[]): Inquiry {
	const next = { ...inquiry };
	const copied = new Set<Table>();
	for (const { table, id, after } of changes) {
		if (table === 'about') {
			if (after) next.about = after as Inquiry['about'];
			continue;
		}
		if (!copied.has(table)) {
			next[table] = { ...next[table] } as never;
			copied.add(table);
		}
		const rows = next[table] as Record<string, Row>;
		if (after) rows[id] = after;
		else delete rows[id];
	}
	return next;
}

/** The changes that take back the given ones. */
export function invert(changes: readonly Change[]): Change[] {
	return changes
		.map(({ table, id, before, after }) => ({ table, id, before: after, after: before }))
		.reverse();
}

/** The first change whose row is no longer as the change expects it, if any: it cannot be applied without a loss. */
export function obstacle(inquiry: Inquiry, changes: readonly Change[]): Change | undefined {
	return changes.find(({ table, id, before }) => !sameRow(rowOf(inquiry, table, id), before));
}

export function rowOf(inquiry: Inquiry, table: Table, id: string): Row | null {
	if (table === 'about') return inquiry.about;
	return (inquiry[table] as Record<string, Row>)[id] ?? null;
}

function sameRow(a: Row | null, b: Row | null): boolean {
	return canonical(a) === canonical(b);
}

/** JSON with sorted names, as stores need not keep the order of names. */
function canonical(value: unknown): string {
	return JSON.stringify(value, (_, inner: unknown) =>
		inner !== null && typeof inner === 'object' && !Array.isArray(inner)
			? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
			: inner
	);
}

/** Rows to be written, remembered with what they were. */
class Draft {
	private readonly rows = new Map<string, Change>();

	constructor(private readonly inquiry: Inquiry) {}

	put(table: Table, id: string, after: Row | null): void {
		const name = `${table}/${id}`;
		const before = this.rows.get(name)?.before ?? rowOf(this.inquiry, table, id);
		this.rows.set(name, { table, id, before, after });
	}

	reopen(conceptId: string, indexCode: string): void {
		const id = cellId(conceptId, indexCode);
		const cell = this.inquiry.cells[id];
		if (cell?.noHeading) this.put('cells', id, { ...cell, noHeading: false });
	}

	changes(): Change[] {
		return [...this.rows.values()].filter(({ before, after }) => !sameRow(before, after));
	}
}

function nextPosition(rows: Record<string, { position: number }>): number {
	return Object.values(rows).reduce((most, { position }) => Math.max(most, position + 1), 0);
}

function existing<T>(rows: Record<string, T>, id: string, what: string): T {
	const row = rows[id];
	if (!row)
		throw new CommandError('not-found', `${what} is no longer there. It may have been removed elsewhere.`);
	return row;
}

function fresh(rows: Record<string, unknown>, id: string): void {
	if (id in rows) throw new CommandError('invalid', 'This has been saved already.');
}

function placed(inquiry: Inquiry, conceptId: string, indexCode: string): Concept {
	if (!inquiry.about.indexes.includes(indexCode))
		throw new CommandError('not-found', 'This inquiry does not use that subject index.');
	return existing(inquiry.concepts, conceptId, 'This concept');
}

function required(text: string, what: string, longest: number): string {
	const clean = limited(text.trim(), what, longest);
	if (clean === '') throw new CommandError('invalid', `${what} needs a text.`);
	return clean;
}

function limited(text: string, what: string, longest: number): string {
	if (text.length > longest)
		throw new CommandError(
			'invalid',
			`${what} can be ${longest} characters long; this one has ${text.length}.`
		);
	return text;
}
