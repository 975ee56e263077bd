import { describe, expect, it } from 'vitest';
import type { Strategy } from '../search';
import { RecordSet, yieldsOf } from '../search';
import { numberedLines } from './strategy-lines';

const word = (id: string, text: string, off = false) =>
	({ id, kind: 'word', off, test: { text, capitals: false, field: 'keywords' } }) as const;
const block = (id: string, status: 'required' | 'exclude', ...lines: ReturnType<typeof word>[]) => ({
	id,
	name: `the ${id}`,
	status,
	lines,
	provisional: false,
	noHeading: false
});
const ALL = RecordSet.upTo(40);
const FOUND: Record<string, RecordSet> = {
	noise: RecordSet.from([0, 1, 2, 3]),
	din: RecordSet.from([3, 4]),
	rest: RecordSet.from([1, 3, 4, 9]),
	road: RecordSet.from([4])
};
const sets = {
	all: ALL,
	of: (leaf: { text?: string }) => FOUND[leaf.text ?? ''] ?? RecordSet.from([])
};

describe('the numbered lines of a strategy', () => {
	it('say each line, how a concept joins its own, and how the concepts are joined, with what each finds', () => {
		const strategy: Strategy = {
			blocks: [
				block('sound', 'required', word('a', 'noise'), word('b', 'din'), word('x', 'hush', true)),
				block('quiet', 'required', word('c', 'rest')),
				block('street', 'exclude', word('d', 'road'))
			],
			limits: [],
			lifted: false
		};
		const lines = numberedLines(strategy, yieldsOf(strategy, sets as never));
		const where = 'in title, abstract and author’s keywords';
		expect(lines).toEqual([
			{ says: `“noise” ${where}`, count: 4 },
			{ says: `“din” ${where}`, count: 2 },
			{ says: '1 or 2', concept: 'the sound', count: 5 },
			{ says: `“rest” ${where}`, concept: 'the quiet', count: 4 },
			{ says: `“road” ${where}`, concept: 'the street', count: 1 },
			{ says: '3 and 4 not 5', count: 2 }
		]);
	});

	it('are the one line of a strategy that has one', () => {
		const strategy: Strategy = {
			blocks: [block('sound', 'required', word('a', 'noise'))],
			limits: [],
			lifted: false
		};
		expect(numberedLines(strategy, yieldsOf(strategy, sets as never)).map(({ count }) => count)).toEqual([4]);
	});
});
