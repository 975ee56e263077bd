import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runToEnd, InTurns, type Pausing } from './pausing';

function* steps(done: number[], count: number): Pausing<string> {
	for (let step = 0; step < count; step++) {
		done.push(step);
		yield;
	}
	return `${count} steps`;
}

describe('work that pauses', () => {
	it('comes to the same in turns of any length as without a pause, each step done once and in order', () => {
		fc.assert(
			fc.property(fc.nat(20), fc.array(fc.nat(6), { maxLength: 10 }), (count, turns) => {
				const whole: number[] = [];
				const inTurns: number[] = [];
				const work = new InTurns(steps(inTurns, count));
				let clock = 0;
				for (const turn of turns) {
					const before = inTurns.length;
					work.turn(turn, () => clock++);
					expect(inTurns.length - before).toBeLessThanOrEqual(turn);
				}
				expect(work.finish()).toBe(runToEnd(steps(whole, count)));
				expect(work.finish()).toBe(`${count} steps`);
				expect(inTurns).toEqual(whole);
			})
		);
	});

	it('passes on what goes wrong, in a turn or at the end', () => {
		function* failing(): Pausing<void> {
			yield;
			throw new Error('Not so.');
		}
		expect(() => new InTurns(failing()).turn(2, () => 0)).toThrow('Not so.');
		expect(() => new InTurns(failing()).finish()).toThrow('Not so.');
	});
});
