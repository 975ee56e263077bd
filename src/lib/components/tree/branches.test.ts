import { describe, expect, it } from 'vitest';
import { broaderBranches, narrowerBranches, type Branch } from './branches';

const ref = (id: string) => ({ id, uri: `u:${id}`, label: id });
const line = (id: string, narrowerCount = 0) => ({
	...ref(id),
	narrowerCount,
	belowCount: narrowerCount,
	recordCount: 0,
	retired: false
});
const drawn = (rows: Branch[]) =>
	rows.map(({ heading, depth, parent }) => `${heading.id} ${depth} ${parent}`);

describe('broader branches', () => {
	it('grow away from the heading, one row for each way up, shared beginnings once', () => {
		const paths = [
			['top', 'a', 'own'],
			['other', 'a', 'own'],
			['b', 'own']
		].map((path) => path.map(ref));
		expect(drawn(broaderBranches(paths))).toEqual(['a 0 -1', 'top 1 0', 'other 1 0', 'b 0 -1']);
	});

	it('give a heading that is reached twice a row each time, with places among its siblings', () => {
		const paths = [
			['top', 'a', 'own'],
			['top', 'b', 'own']
		].map((path) => path.map(ref));
		const rows = broaderBranches(paths);
		expect(drawn(rows)).toEqual(['a 0 -1', 'top 1 0', 'b 0 -1', 'top 1 2']);
		expect(new Set(rows.map(({ path }) => path)).size).toBe(rows.length);
		expect(rows.map(({ place, siblings }) => `${place}/${siblings}`)).toEqual(['1/2', '1/1', '2/2', '1/1']);
	});

	it('are none for a top heading', () => {
		expect(broaderBranches([[ref('own')]])).toEqual([]);
	});
});

describe('narrower branches', () => {
	const roots = [line('a', 2), line('b')];
	const children = new Map([
		['a', [line('c', 1), line('d')]],
		['c', [line('a', 2)]]
	]);

	it('show what is open, and say what could be opened', () => {
		expect(drawn(narrowerBranches(roots, new Set(), children))).toEqual(['a 0 -1', 'b 0 -1']);
		const rows = narrowerBranches(roots, new Set(['/a']), children);
		expect(drawn(rows)).toEqual(['a 0 -1', 'c 1 0', 'd 1 0', 'b 0 -1']);
		expect(rows.map(({ open }) => open)).toEqual([true, false, undefined, undefined]);
	});

	it('do not open a heading again below itself', () => {
		const rows = narrowerBranches(roots, new Set(['/a', '/a/c', '/a/c/a']), children);
		expect(drawn(rows)).toEqual(['a 0 -1', 'c 1 0', 'a 2 1', 'd 1 0', 'b 0 -1']);
		expect(rows[2].open).toBeUndefined();
	});

	it('are open but bare while what lies below is still being read', () => {
		expect(drawn(narrowerBranches([line('x', 3)], new Set(['/x']), new Map()))).toEqual(['x 0 -1']);
	});
});
