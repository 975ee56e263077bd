/**
 * Carries out commands on an inquiry, as pure functions: a command gives row changes, changes give the next state, and
 * changes read backwards give the state before. The server and the interface run the same code, so a change can be
 * shown at once and still be the one that is kept.
 *
 * This file is long: one switch says what every command does.
 */
import { fold } from '../text';
import { byPosition, cellId, inOrder, picksOf, wordsOfConcept } from './cells';
import { LONGEST_CQL, NO_SETTINGS } from './strategy-settings';
import { applyTo, rowOf, sameRow } from './changes';
import { placeOfComment } from './comments';
import { limitChanges } from './limit-commands';
import { listRows } from './list-commands';
import {
	keyOfCell,
	keyOfPearl,
	keyOfPick,
	keyOfSighting,
	keyOfWord,
	nextPosition,
	rowsWithKey
} from './row-index';
import {
	CommandError,
	type Cell,
	type Change,
	type Command,
	type Concept,
	type Inquiry,
	type Pick,
	type PickedHeading,
	type PickSwitches,
	type Row,
	type Table,
	type Word
} from './inquiry';

const LONGEST_NAME = 200;
/** What an index calls a record may be longer than what people call things. */
const LONGEST_KEY = 2_000;
const LONGEST_TEXT = 10_000;
/** Commands that may be given as one. */
const MOST_AT_ONCE = 5_000;
/** The same for those that are not done by writing a row: a strategy is long, and concepts take their words and picks along. */
const BOUNDED_AT_ONCE: readonly [readonly Command['kind'][], number, string][] = [
	[['strategy.set'], 100, 'strategies'],
	[
		['concept.move', 'concept.merge', 'concept.split', 'concept.remove'],
		100,
		'the order and number of concepts'
	]
];
const MOST_CONCEPTS = 500;
/** Up to so many commands in one step find rows by going through them. */
const FEW = 20;

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
				indexes = inquiry.about.indexes,
				wordField = inquiry.about.wordField
			} = command;
			const about = {
				...inquiry.about,
				title: required(title, 'A title', LONGEST_NAME),
				question: limited(question, 'The question', LONGEST_TEXT),
				indexes: [...new Set(indexes)],
				wordField
			};
			draft.put('about', about.id, about);
			break;
		}
		case 'concept.add': {
			fresh(inquiry.concepts, command.id);
			roomForConcept(inquiry);
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
				for (const row of byIdentifier<Word | Cell | Pick>(inquiry[table]))
					if (row.conceptId === concept.id) draft.put(table, row.id, null);
			// What was set aside for it is still a thing seen.
			for (const sighting of byIdentifier(inquiry.sightings))
				if (sighting.conceptId === concept.id)
					draft.put('sightings', sighting.id, { ...sighting, conceptId: '' });
			draft.put('concepts', concept.id, null);
			break;
		}
		case 'concept.merge':
			merge(draft, inquiry, command.id, command.into);
			break;
		case 'concept.split':
			split(draft, inquiry, command);
			break;
		case 'word.add': {
			fresh(inquiry.words, command.id);
			existing(inquiry.concepts, command.conceptId, 'This concept');
			const text = required(command.text, 'A word', LONGEST_NAME);
			if (rowsWithKey('words', inquiry.words, keyOfWord(command.conceptId, text)).length > 0) break;
			draft.put('words', command.id, {
				id: command.id,
				conceptId: command.conceptId,
				position: nextPosition(inquiry.words),
				text,
				lang: command.lang ?? '',
				capitals: command.capitals ?? false,
				off: command.off ?? []
			});
			break;
		}
		case 'word.set': {
			const word = existing(inquiry.words, command.id, 'This word');
			if (command.conceptId !== undefined) existing(inquiry.concepts, command.conceptId, 'This concept');
			draft.put('words', word.id, {
				...word,
				conceptId: command.conceptId ?? word.conceptId,
				text: command.text === undefined ? word.text : required(command.text, 'A word', LONGEST_NAME),
				lang: command.lang ?? word.lang,
				capitals: command.capitals ?? word.capitals,
				off: [...new Set(command.off ?? word.off)].sort()
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
			limited(command.because ?? '', 'A reason', LONGEST_TEXT);
			const uris = command.headings.map(({ uri }) => uri);
			const wanted = keyOfPick(command.conceptId, command.indexCode, uris);
			const [known] = rowsWithKey('picks', inquiry.picks, wanted);
			if (known && known.role !== 'rejected') break;
			// Picking what was rejected before changes one's mind; the row keeps its note.
			if (known) draft.put('picks', known.id, { ...known, role: command.role ?? 'searched' });
			else draft.put('picks', command.id, newPick(command, command, nextPosition(inquiry.picks)));
			if (command.role !== 'rejected') draft.reopen(command.conceptId, command.indexCode);
			break;
		}
		case 'pick.set': {
			const pick = existing(inquiry.picks, command.id, 'This pick');
			draft.put('picks', pick.id, switched(pick, command));
			if (command.role !== undefined && command.role !== 'rejected')
				draft.reopen(pick.conceptId, pick.indexCode);
			break;
		}
		case 'pick.follow': {
			const { edition, headings, cuts, fit } = command;
			const pick = existing(inquiry.picks, command.id, 'This pick');
			if (headings?.length === 0) throw new CommandError('invalid', 'A pick needs a heading.');
			limited(command.because ?? '', 'A reason', LONGEST_TEXT);
			draft.put('picks', pick.id, {
				...switched(pick, { cuts, fit }),
				headings: headings ?? pick.headings,
				edition
			});
			break;
		}
		case 'pick.remove':
			draft.put('picks', existing(inquiry.picks, command.id, 'This pick').id, null);
			break;
		case 'cell.noHeading': {
			placed(inquiry, command.conceptId, command.indexCode);
			if (picksIn(inquiry, command.conceptId, command.indexCode).some(({ role }) => role !== 'rejected'))
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
			for (const pick of picksIn(inquiry, command.conceptId, command.indexCode))
				draft.put('picks', pick.id, null);
			const start = nextPosition(inquiry.picks);
			command.picks.forEach((pick, i) =>
				draft.put('picks', pick.id, newPick({ ...pick, edition: command.edition }, command, start + i))
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
		case 'sighting.add': {
			fresh(inquiry.sightings, command.id);
			const { uri = '', indexCode = '', conceptId = '' } = command;
			const text = required(command.text, 'A sighting', LONGEST_NAME);
			const wanted = keyOfSighting({ indexCode, conceptId, uri, text });
			const [known] = rowsWithKey('sightings', inquiry.sightings, wanted);
			if (known) draft.put('sightings', known.id, { ...known, state: 'open' });
			else
				draft.put('sightings', command.id, {
					id: command.id,
					position: nextPosition(inquiry.sightings),
					text,
					uri,
					indexCode,
					conceptId,
					seen: limited(command.seen, 'Where it was seen', LONGEST_NAME),
					state: 'open'
				});
			break;
		}
		case 'sighting.set': {
			const sighting = existing(inquiry.sightings, command.id, 'This sighting');
			draft.put('sightings', sighting.id, { ...sighting, state: command.state });
			break;
		}
		case 'comment.add': {
			fresh(inquiry.comments, command.id);
			const text = required(command.text, 'A comment', LONGEST_TEXT);
			if (!placeOfComment(command.about))
				throw new CommandError('invalid', 'A comment is about a cell, a pick, a line or a record.');
			draft.put('comments', command.id, {
				id: command.id,
				position: nextPosition(inquiry.comments),
				about: command.about,
				text,
				mentions: [...new Set(command.mentions)],
				isSettled: false,
				by: '',
				at: ''
			});
			break;
		}
		case 'comment.set': {
			const comment = existing(inquiry.comments, command.id, 'This comment');
			draft.put('comments', comment.id, { ...comment, isSettled: command.isSettled });
			break;
		}
		case 'comment.remove':
			draft.put('comments', existing(inquiry.comments, command.id, 'This comment').id, null);
			break;
		case 'pearl.add': {
			fresh(inquiry.pearls, command.id);
			const { id, indexCode, title } = command;
			const record = required(command.record, 'A pearl', LONGEST_KEY);
			if (rowsWithKey('pearls', inquiry.pearls, keyOfPearl(indexCode, record)).length === 0)
				draft.put('pearls', id, {
					id,
					position: nextPosition(inquiry.pearls),
					indexCode,
					record,
					title: title.slice(0, LONGEST_NAME)
				});
			break;
		}
		case 'pearl.remove': {
			const pearl = existing(inquiry.pearls, command.id, 'This pearl');
			draft.put('pearls', pearl.id, null);
			break;
		}
		case 'entries.add':
		case 'entries.set':
		case 'entries.remove':
			for (const [id, row] of listRows(inquiry, command)) draft.put('entries', id, row);
			break;
		case 'strategy.set': {
			const { kind: _, indexCode, ...settings } = command;
			if (!inquiry.about.indexes.includes(indexCode))
				throw new CommandError('not-found', 'This inquiry does not use that subject index.');
			const before = inquiry.strategies[indexCode] ?? { id: indexCode, ...NO_SETTINGS };
			draft.put('strategies', indexCode, {
				...before,
				...settings,
				text: limited(settings.text ?? before.text, 'A strategy', LONGEST_CQL)
			});
			break;
		}
		case 'limit.set':
		case 'limit.lift':
		case 'limit.remove': {
			const { table, id, row } = limitChanges(inquiry, command);
			draft.put(table, id, row);
			break;
		}
		case 'name.set': {
			const { id, to, says, toSays = '' } = command;
			if (to === id) throw new CommandError('invalid', 'A form of a name cannot be joined to itself.');
			draft.put(
				'names',
				id,
				to === null
					? null
					: {
							id,
							to,
							says: limited(says, 'A name', LONGEST_NAME),
							toSays: limited(toSays, 'A name', LONGEST_NAME)
						}
			);
			break;
		}
		case 'many': {
			if (command.commands.length > MOST_AT_ONCE)
				throw new CommandError('invalid', `At most ${MOST_AT_ONCE} changes can be made in one step.`);
			for (const [kinds, most, said] of BOUNDED_AT_ONCE)
				if (command.commands.filter(({ kind }) => kinds.includes(kind)).length > most)
					throw new CommandError('invalid', `At most ${most} changes of ${said} can be made in one step.`);
			const state = { ...inquiry };
			const copied = new Set<Table>();
			for (const one of command.commands) {
				const made = execute(state, one);
				applyTo(state, copied, made, command.commands.length > FEW);
				for (const { table, id, after } of made) draft.put(table, id, after);
			}
			break;
		}
	}
	return draft.changes();
}

function newPick(
	{
		id,
		headings,
		edition,
		...switches
	}: { id: string; headings: PickedHeading[]; edition: string } & PickSwitches,
	{ conceptId, indexCode }: { conceptId: string; indexCode: string },
	position: number
): Pick {
	const plain: Pick = {
		id,
		conceptId,
		indexCode,
		position,
		headings,
		edition,
		withNarrower: false,
		cuts: [],
		chief: false,
		aspects: [],
		role: 'searched',
		fit: 'notJudged',
		note: ''
	};
	return switched(plain, switches);
}

function switched(pick: Pick, switches: PickSwitches): Pick {
	const withNarrower = switches.withNarrower ?? pick.withNarrower;
	const { slots: before, ...rest } = pick;
	const slots = Object.entries(switches.slots ?? before ?? {});
	for (const [slot, value] of slots) limited(value, `The slot ${slot}`, LONGEST_TEXT);
	return {
		...rest,
		withNarrower,
		// Without narrower headings there is nothing to cut from.
		cuts: withNarrower ? (switches.cuts ?? pick.cuts) : [],
		chief: switches.chief ?? pick.chief,
		aspects: [...new Set(switches.aspects ?? pick.aspects)],
		role: switches.role ?? pick.role,
		fit: switches.fit ?? pick.fit,
		note: switches.note === undefined ? pick.note : limited(switches.note, 'A note', LONGEST_TEXT),
		...(slots.length > 0 && { slots: Object.fromEntries(slots) })
	};
}

/** Words and picks that the other concept has already are not doubled; of two decisions, the other's stands. */
function merge(draft: Draft, inquiry: Inquiry, id: string, into: string): void {
	const gone = existing(inquiry.concepts, id, 'This concept');
	const stays = existing(inquiry.concepts, into, 'The other concept');
	if (gone.id === stays.id) throw new CommandError('invalid', 'A concept cannot be joined with itself.');
	const known = new Set(wordsOfConcept(inquiry, into).map(({ text }) => fold(text)));
	for (const word of wordsOfConcept(inquiry, id)) {
		draft.put('words', word.id, known.has(fold(word.text)) ? null : { ...word, conceptId: into });
		known.add(fold(word.text));
	}
	const urisOf = ({ headings }: Pick) => headings.map(({ uri }) => uri);
	const twins = new Set(
		Object.values(inquiry.picks)
			.filter(({ conceptId }) => conceptId === into)
			.map((pick) => keyOfPick(into, pick.indexCode, urisOf(pick)))
	);
	for (const pick of byIdentifier(inquiry.picks)) {
		if (pick.conceptId !== id) continue;
		const twin = twins.has(keyOfPick(into, pick.indexCode, urisOf(pick)));
		draft.put('picks', pick.id, twin ? null : { ...pick, conceptId: into });
		if (!twin && pick.role !== 'rejected') draft.reopen(into, pick.indexCode);
	}
	for (const cell of byIdentifier(inquiry.cells)) {
		if (cell.conceptId !== id) continue;
		draft.put('cells', cell.id, null);
		const target = cellId(into, cell.indexCode);
		const decided = inquiry.cells[target] ?? picksOf(inquiry, into, cell.indexCode).length > 0;
		if (!decided) draft.put('cells', target, { ...cell, id: target, conceptId: into });
	}
	for (const sighting of byIdentifier(inquiry.sightings))
		if (sighting.conceptId === id) draft.put('sightings', sighting.id, { ...sighting, conceptId: into });
	draft.put('concepts', id, null);
}

function split(
	draft: Draft,
	inquiry: Inquiry,
	{ id, newId, name, words, picks }: Extract<Command, { kind: 'concept.split' }>
): void {
	const concept = existing(inquiry.concepts, id, 'This concept');
	fresh(inquiry.concepts, newId);
	roomForConcept(inquiry);
	const order = inOrder(inquiry.concepts);
	const made: Concept = { ...concept, id: newId, name: required(name, 'A concept', LONGEST_NAME) };
	order.splice(order.findIndex((other) => other.id === id) + 1, 0, made);
	order.forEach((other, position) => draft.put('concepts', other.id, { ...other, position }));
	for (const wordId of words) {
		const word = existing(inquiry.words, wordId, 'This word');
		if (word.conceptId === id) draft.put('words', word.id, { ...word, conceptId: newId });
	}
	for (const pickId of picks) {
		const pick = existing(inquiry.picks, pickId, 'This pick');
		if (pick.conceptId === id) draft.put('picks', pick.id, { ...pick, conceptId: newId });
	}
}

/** Picks of one cell, in order. */
const picksIn = (inquiry: Inquiry, conceptId: string, indexCode: string) =>
	rowsWithKey('picks', inquiry.picks, keyOfCell(conceptId, indexCode)).sort(byPosition);

/** To move one concept is to write all of them. */
function roomForConcept({ concepts }: Inquiry): void {
	if (Object.keys(concepts).length >= MOST_CONCEPTS)
		throw new CommandError('invalid', `An inquiry holds at most ${MOST_CONCEPTS} concepts.`);
}

/** Rows in an order that does not depend on who holds them: a database gives them in another one than a window has. */
const byIdentifier = <T extends { id: string }>(rows: Record<string, T>): T[] =>
	Object.values(rows).sort((a, b) => (a.id < b.id ? -1 : 1));

/** Rows to be written, remembered with what they were. */
class Draft {
	private readonly rows = new Map<string, Change>();

	constructor(private readonly inquiry: Inquiry) {}

	put(table: Table, id: string, after: Row | null): void {
		const name = `${table}/${id}`;
		const known = this.rows.get(name);
		const before = known ? known.before : rowOf(this.inquiry, table, id);
		this.rows.set(name, { table, id, before, after });
	}

	reopen(conceptId: string, indexCode: string): void {
		const id = cellId(conceptId, indexCode);
		const drafted = this.rows.get(`cells/${id}`);
		const cell = drafted ? (drafted.after as Cell | null) : this.inquiry.cells[id];
		if (cell?.noHeading) this.put('cells', id, { ...cell, noHeading: false });
	}

	changes(): Change[] {
		return [...this.rows.values()].filter(({ before, after }) => !sameRow(before, after));
	}
}

function existing<T>(rows: Record<string, T>, id: string, what: string): T {
	if (!Object.hasOwn(rows, id))
		throw new CommandError('not-found', `${what} is no longer there. It may have been removed elsewhere.`);
	return rows[id];
}

function fresh(rows: Record<string, unknown>, id: string): void {
	if (Object.hasOwn(rows, id)) throw new CommandError('invalid', 'This has been saved already.');
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
