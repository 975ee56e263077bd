import { expect, it } from 'vitest';
import { thenAndNow } from '../find/recent-lines';
import { combinedInWords } from './combined';

it.each([
	['and' as const, [2, 5], 'what runs 2 and 5 both found'],
	['and' as const, [2, 5, 7], 'what runs 2, 5 and 7 all found'],
	['or' as const, [2, 5], 'what run 2 or 5 found'],
	['not' as const, [2, 5], 'what run 2 found and run 5 did not'],
	['not' as const, [2, 5, 7], 'what run 2 found and run 5 or 7 did not']
])('runs put together with %s are told in words: %j', (how, runs, words) =>
	expect(combinedInWords({ how, runs })).toBe(words)
);

it.each([
	[12, 12, '12 records'],
	[12, undefined, '12 records'],
	[12, 1_300, '12 then, 1,300 now'],
	[null, 1, '1 record'],
	[null, undefined, ''],
	[12, null, 'no longer there']
])('what something had then, %j, and has now, %j, is told once where it is the same', (then, now, words) =>
	expect(thenAndNow(then, now)).toBe(words)
);
