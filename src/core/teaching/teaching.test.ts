import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, execute, type Command, type Inquiry } from '../crosswalk';
import { command, empty, run } from '../crosswalk/commands.test-aid';
import { emptyStart, inquiryOf, lessonRows, type Step, type Task } from './lesson';
import { outcomeOf } from './outcome';
import { doubtsAbout, isFulfilled, tasksFrom, taskInWords, type TaskFacts } from './tasks';

const NOTHING: TaskFacts = { count: () => undefined, finds: () => false, hasRun: () => false };
const after = (inquiry: Inquiry, ...commands: Command[]) =>
	commands.reduce((now, one) => apply(now, execute(now, one)), inquiry);
const concept = { id: 'c', name: 'Noise' };
const start = after(empty, { kind: 'concept.add', ...concept });
const heading = { uri: 'u:1', label: 'Noise' };
const pick: Command = {
	kind: 'pick.add', id: 'p', conceptId: 'c', indexCode: 'a', headings: [heading], edition: '2024'
}; // prettier-ignore
const holds = (task: Task, inquiry: Inquiry, facts = NOTHING) => isFulfilled(task, inquiry, facts);

describe('a task', () => {
	it.each<[Task, Command[], Command[]]>([
		[{ kind: 'picked', concept, index: 'a', oneOf: [heading] }, [pick], [{ kind: 'pick.remove', id: 'p' }]],
		[{ kind: 'decided', concept, index: 'a' }, [pick], [{ kind: 'pick.remove', id: 'p' }]],
		[{ kind: 'switched', concept, index: 'a', heading, what: 'withNarrower', on: true }, [pick, { kind: 'pick.set', id: 'p', withNarrower: true }], [{ kind: 'pick.set', id: 'p', withNarrower: false }]],
		[{ kind: 'no-heading', concept, index: 'a' }, [{ kind: 'cell.noHeading', conceptId: 'c', indexCode: 'a', tried: [], edition: '' }], []],
		[{ kind: 'word', concept, text: 'Lärm', present: true }, [{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'larm*' }], [{ kind: 'word.remove', id: 'w' }]],
		[{ kind: 'limit', field: 'dc.date', present: true }, [{ kind: 'limit.set', limit: { field: 'dc.date', from: 2001 } }], [{ kind: 'limit.lift', field: 'dc.date', indexCode: 'b', lifted: true }]],
		[{ kind: 'excluded', concept, present: true }, [{ kind: 'concept.set', id: 'c', status: 'exclude' }], [{ kind: 'concept.set', id: 'c', status: 'required' }]]
	])('is fulfilled by what it asks for, and not before: %j', (task, doing, undoing) => {
		expect(holds(task, start)).toBe(false);
		const done = after(start, ...doing);
		expect(holds(task, done)).toBe(true);
		if (undoing.length > 0) expect(holds(task, after(done, ...undoing))).toBe(false);
		// What its author did is what is offered as a task.
		const last = doing[doing.length - 1];
		const offered = tasksFrom(last, done).map((one) => taskInWords(one, (code) => code));
		if (task.kind !== 'word') expect(offered).toContain(taskInWords(task, (code) => code));
	}); // prettier-ignore

	it('knows a concept that a learner made by its name', () => {
		const own = after(empty, { kind: 'concept.add', id: 'mine', name: 'NOISE' }, { ...pick, conceptId: 'mine' } as Command);
		expect(holds({ kind: 'picked', concept, index: 'a', oneOf: [heading] }, own)).toBe(true);
		expect(holds({ kind: 'decided', concept: { id: 'x', name: 'Rest' }, index: 'a' }, own)).toBe(false);
	}); // prettier-ignore

	it('on what is found asks the strategies', () => {
		const facts: TaskFacts = { count: (code) => (code === 'a' ? 12 : undefined), finds: (_, record) => record === 'r1', hasRun: (code) => code === 'b' };
		expect(holds({ kind: 'finds', index: 'a', from: 12, to: 12 }, start, facts)).toBe(true);
		expect(holds({ kind: 'finds', index: 'a', from: 13, to: 20 }, start, facts)).toBe(false);
		expect(holds({ kind: 'finds', index: 'b', from: 0, to: 20 }, start, facts)).toBe(false);
		const pearls = (...ids: string[]): Task => ({ kind: 'pearls', index: 'a', records: ids.map((id) => ({ id, title: id })) });
		expect([holds(pearls('r1'), start, facts), holds(pearls('r1', 'r2'), start, facts)]).toEqual([true, false]);
		expect([holds({ kind: 'run', index: 'b' }, start, facts), holds({ kind: 'run', index: 'a' }, start, facts)]).toEqual([true, false]);
	}); // prettier-ignore

	it('that is fulfilled from the start, or that the author does not fulfil, is told when it is made', () => {
		const at = (task: Task): Step => ({ place: { screen: 'crosswalk' }, text: 'Do it.', task });
		const end = after(start, pick);
		const said = doubtsAbout(
			[
				at({ kind: 'picked', concept, index: 'a', oneOf: [heading] }),
				at({ kind: 'excluded', concept, present: false }),
				at({ kind: 'no-heading', concept, index: 'b' }),
				at({ kind: 'decided', concept, index: 'z' }),
				{ place: { screen: 'crosswalk' }, text: 'Look.' }
			],
			{ inquiry: start, facts: NOTHING },
			{ inquiry: end, facts: NOTHING }
		);
		expect(said.map(({ step, says }) => [step, says.slice(0, 30)])).toEqual([
			[1, 'This is fulfilled from the sta'],
			[2, 'Your own inquiry does not fulf'],
			[3, 'Nobody can do this: the lesson']
		]);
	});
});

describe('the rows of a lesson', () => {
	it('come back as the inquiry they were taken from, without what belongs to its people', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 30 }), (commands) => {
				const inquiry = run(empty, commands);
				const back = inquiryOf(JSON.parse(JSON.stringify(lessonRows(inquiry))), 'q');
				expect(back).toEqual({ ...JSON.parse(JSON.stringify(inquiry)), comments: {} });
				expect(Object.keys(inquiryOf(emptyStart(lessonRows(inquiry)), 'q').concepts)).toEqual([]);
			})
		);
	});
});

describe('the end of a lesson', () => {
	it('sets two crosswalks beside each other, cell by cell, whatever the learner called concepts', () => {
		const author = after(start, pick, { kind: 'cell.noHeading', conceptId: 'c', indexCode: 'b', tried: [], edition: '', note: 'Too wide' });
		const same = outcomeOf(author, author);
		expect(same.cells.map(({ isSame }) => isSame)).toEqual([true, true]);
		expect(same.agreement.share).toBe(1);
		const learner = after(
			empty,
			{ kind: 'concept.add', id: 'mine', name: 'noise' },
			{ kind: 'concept.add', id: 'more', name: 'Rest' },
			{ ...pick, conceptId: 'mine', indexCode: 'b' } as Command
		);
		const { cells, others, agreement } = outcomeOf(author, learner);
		expect(others).toEqual(['Rest']);
		expect(agreement.both).toBe(0);
		expect(cells.map(({ index, isSame, author: a, learner: b }) => [index, isSame, a.noHeading, b.picks.length])).toEqual([
			['a', false, false, 0],
			['b', false, true, 1]
		]);
	}); // prettier-ignore
});
