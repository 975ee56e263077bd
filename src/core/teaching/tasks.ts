/** Tasks of lessons: whether one is fulfilled, what that takes to be told, and what it is in words. */
import {
	cellState,
	DECIDED,
	fieldLabel,
	limitsOfIndex,
	picksOf,
	wordsOfConcept,
	type Command,
	type Inquiry,
	type PickedHeading
} from '../crosswalk';
import { fold } from '../text';
import type { NamedConcept, Step, Task } from './lesson';

/** What is known of a learner's inquiry besides its rows. */
export interface TaskFacts {
	/** Records that the strategy of an index finds; undefined where it cannot be run. */
	count: (index: string) => number | undefined;
	/** Whether it finds a record, by what the index calls it. */
	finds: (index: string, record: string) => boolean;
	/** Whether a run of an index was kept. */
	hasRun: (index: string) => boolean;
}

/** The concept that a task names: the one that was there from the start, else the one that is called so. */
export function conceptOf({ concepts }: Inquiry, { id, name }: NamedConcept): string | undefined {
	if (Object.hasOwn(concepts, id)) return id;
	const wanted = fold(name);
	return Object.values(concepts).find((concept) => fold(concept.name) === wanted)?.id;
}

const picked = (inquiry: Inquiry, conceptId: string, index: string) =>
	picksOf(inquiry, conceptId, index).filter(({ role }) => role !== 'rejected');
const isOf = (headings: readonly PickedHeading[], wanted: readonly PickedHeading[]) =>
	headings.some(({ uri }) => wanted.some((heading) => heading.uri === uri));

/** Whether a task is fulfilled. O(rows of the inquiry). */
export function isFulfilled(task: Task, inquiry: Inquiry, facts: TaskFacts): boolean {
	switch (task.kind) {
		case 'finds': {
			const count = facts.count(task.index);
			return count !== undefined && count >= task.from && count <= task.to;
		}
		case 'pearls':
			return task.records.every(({ id }) => facts.finds(task.index, id));
		case 'run':
			return facts.hasRun(task.index);
		case 'listed':
			return Object.values(inquiry.entries).some(
				({ records, decision }) =>
					decision === task.decision &&
					records.some(({ indexCode, record }) => indexCode === task.index && record === task.record)
			);
		case 'limit': {
			const codes = task.index === undefined ? inquiry.about.indexes : [task.index];
			const holds = (code: string) => limitsOfIndex(inquiry, code).some(({ field }) => field === task.field);
			return task.present ? codes.length > 0 && codes.every(holds) : !codes.some(holds);
		}
	}
	const concept = conceptOf(inquiry, task.concept);
	if (concept === undefined) return (task.kind === 'word' || task.kind === 'excluded') && !task.present;
	switch (task.kind) {
		case 'picked':
			return picked(inquiry, concept, task.index).some(({ headings }) => isOf(headings, task.oneOf));
		case 'no-heading':
			return cellState(inquiry, concept, task.index) === 'noHeading';
		case 'decided':
			return cellState(inquiry, concept, task.index) !== 'undecided';
		case 'switched':
			return picked(inquiry, concept, task.index).some(
				(pick) => isOf(pick.headings, [task.heading]) && pick[task.what] === task.on
			);
		case 'word': {
			const wanted = fold(task.text);
			return (
				wordsOfConcept(inquiry, concept).some(({ text }) => fold(text.replace(/\*$/, '')) === wanted) ===
				task.present
			);
		}
		case 'excluded':
			return (inquiry.concepts[concept].status === 'exclude') === task.present;
	}
}

/** The index whose strategy must be run to tell whether a task is fulfilled. */
export const runsFor = (task: Task): string | undefined =>
	task.kind === 'finds' || task.kind === 'pearls' ? task.index : undefined;

const quoted = (headings: readonly PickedHeading[]) => headings.map(({ label }) => `“${label}”`).join(' or ');

/**
 * A task in words, as a learner reads it.
 * @param indexName what people call an index
 */
export function taskInWords(task: Task, indexName: (code: string) => string): string {
	switch (task.kind) {
		case 'picked':
			return `Pick ${quoted(task.oneOf)} for “${task.concept.name}” in ${indexName(task.index)}.`;
		case 'no-heading':
			return `Decide that ${indexName(task.index)} has no heading for “${task.concept.name}”.`;
		case 'decided':
			return `Decide what “${task.concept.name}” is called in ${indexName(task.index)}, or that it has no heading there.`;
		case 'switched': {
			const heading = `“${task.heading.label}” in ${indexName(task.index)}`;
			if (task.what === 'chief')
				return task.on
					? `Let only records count whose chief headings have ${heading}.`
					: `Let records count wherever they have ${heading}, chief or not.`;
			return `Search ${heading} ${task.on ? 'with' : 'without'} narrower.`;
		}
		case 'finds':
			return task.from === task.to
				? `Let the strategy for ${indexName(task.index)} find ${task.from} records.`
				: `Let the strategy for ${indexName(task.index)} find between ${task.from} and ${task.to} records.`;
		case 'pearls':
			return task.records.length === 1
				? `Let the strategy for ${indexName(task.index)} find “${task.records[0].title}”.`
				: `Let the strategy for ${indexName(task.index)} find these ${task.records.length} pearls: ${task.records.map(({ title }) => `“${title}”`).join(', ')}.`;
		case 'word':
			return task.present
				? `Add the word “${task.text}” to “${task.concept.name}”.`
				: `Remove the word “${task.text}” from “${task.concept.name}”.`;
		case 'limit': {
			const where = task.index === undefined ? 'in every index' : `in ${indexName(task.index)}`;
			return `${task.present ? 'Set' : 'Lift'} a limit on ${fieldLabel(task.field).toLowerCase()} ${where}.`;
		}
		case 'excluded':
			return task.present
				? `Exclude “${task.concept.name}” from the search.`
				: `Do not exclude “${task.concept.name}”.`;
		case 'run':
			return `Run the strategy for ${indexName(task.index)} and keep the run.`;
		case 'listed':
			return `On the reading list, let “${task.title}” be ${DECIDED[task.decision]}.`;
	}
}

/**
 * The tasks that what somebody did would fulfil, the most telling first: what its author shows is what a learner is to do.
 * @param inquiry as it is after the command
 */
export function tasksFrom(command: Command, inquiry: Inquiry): Task[] {
	const named = (id: string): NamedConcept[] =>
		Object.hasOwn(inquiry.concepts, id) ? [{ id, name: inquiry.concepts[id].name }] : [];
	switch (command.kind) {
		case 'many':
			return command.commands.flatMap((one) => tasksFrom(one, inquiry));
		case 'pick.add': {
			if (command.role === 'rejected') return [];
			const { indexCode: index, headings: oneOf } = command;
			return named(command.conceptId).flatMap((concept): Task[] => [
				{ kind: 'picked', concept, index, oneOf },
				{ kind: 'decided', concept, index }
			]);
		}
		case 'pick.set': {
			const pick = Object.hasOwn(inquiry.picks, command.id) ? inquiry.picks[command.id] : undefined;
			if (!pick) return [];
			const [heading] = pick.headings;
			return named(pick.conceptId).flatMap((concept) =>
				(['withNarrower', 'chief'] as const).flatMap((what): Task[] =>
					command[what] === undefined
						? []
						: [{ kind: 'switched', concept, index: pick.indexCode, heading, what, on: command[what] }]
				)
			);
		}
		case 'cell.noHeading':
			return named(command.conceptId).map((concept) => ({
				kind: 'no-heading',
				concept,
				index: command.indexCode
			}));
		case 'word.add':
			return named(command.conceptId).map((concept) => ({
				kind: 'word',
				concept,
				text: command.text.replace(/\*$/, ''),
				present: true
			}));
		case 'limit.set':
			return [
				{
					kind: 'limit',
					...(command.indexCode !== undefined && { index: command.indexCode }),
					field: command.limit.field,
					present: true
				}
			];
		case 'limit.lift':
			return [{ kind: 'limit', index: command.indexCode, field: command.field, present: !command.lifted }];
		case 'concept.set':
			return command.status === undefined
				? []
				: named(command.id).map((concept) => ({
						kind: 'excluded',
						concept,
						present: command.status === 'exclude'
					}));
		case 'entries.set': {
			const entry = Object.hasOwn(inquiry.entries, command.ids[0])
				? inquiry.entries[command.ids[0]]
				: undefined;
			const record = entry?.records[0];
			if (!entry || !record || command.decision === undefined) return [];
			const { indexCode: index, record: id } = record;
			return [{ kind: 'listed', index, record: id, title: entry.title, decision: command.decision }];
		}
		default:
			return [];
	}
}

/**
 * Steps whose tasks nobody could fulfil, or that are fulfilled before anything is done; in words, by the number of the step.
 * @param start the inquiry that learners begin with
 * @param end the author's inquiry, which ought to fulfil what is asked
 */
export function doubtsAbout(
	steps: readonly Step[],
	start: { inquiry: Inquiry; facts: TaskFacts },
	end: { inquiry: Inquiry; facts: TaskFacts }
): { step: number; says: string }[] {
	return steps.flatMap(({ task }, step) => {
		if (!task) return [];
		if (isFulfilled(task, start.inquiry, start.facts))
			return [{ step, says: 'This is fulfilled from the start: nobody has to do anything for it.' }];
		if (isFulfilled(task, end.inquiry, end.facts)) return [];
		const isNowhere =
			'index' in task && task.index !== undefined && !start.inquiry.about.indexes.includes(task.index);
		if (isNowhere)
			return [{ step, says: 'Nobody can do this: the lesson does not have that subject index.' }];
		const isUnnamed = 'concept' in task && conceptOf(end.inquiry, task.concept) === undefined;
		if (isUnnamed)
			return [
				{ step, says: `Your own inquiry has no concept “${task.concept.name}”, so nobody may come to it.` }
			];
		return [{ step, says: 'Your own inquiry does not fulfil this, so it is not certain that anybody can.' }];
	});
}
