import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DECISIONS, type ListEntry } from '../crosswalk';
import { inUse, lastAddition, LIST_ORDERS, LIST_PARTS, listed, progressOf } from './reading-list';

const TIMES = ['2026-01-01', '2026-01-02', '2026-01-03'];
const some = fc.record({
	title: fc.constantFrom('Noise on wards', 'Élan and rest', 'noise at night', ''),
	authors: fc.constantFrom('Ashdene', 'brackley', ''),
	year: fc.constantFrom(null, 1999, 2004, 2020),
	decision: fc.constantFrom(...DECISIONS),
	reason: fc.constantFrom('', 'too loud', 'no adults'),
	tags: fc.uniqueArray(fc.constantFrom('Wards', 'nights', 'pupils')),
	addedAt: fc.constantFrom('', ...TIMES),
	decidedAt: fc.constantFrom('', ...TIMES),
	indexCode: fc.constantFrom('a', 'b')
});
const list = fc.array(some, { maxLength: 30 }).map((all) =>
	all.map(({ indexCode, ...own }, i): ListEntry => ({
		...own,
		id: `e${i}`,
		position: all.length - i,
		records: [{ indexCode, record: `R${i}` }],
		citation: null,
		source: '',
		from: 'a run',
		note: '',
		mends: {},
		decidedBy: ''
	}))
);
const wish = fc.record(
	{
		part: fc.constantFrom(...LIST_PARTS),
		order: fc.constantFrom(...LIST_ORDERS),
		find: fc.constantFrom('', 'NOISE', 'elan rest', 'loud', '2004', 'wards'),
		tag: fc.constantFrom('wards', 'NIGHTS'),
		index: fc.constantFrom('a', 'b')
	},
	{ requiredKeys: ['part', 'order'] }
);

describe('a reading list', () => {
	it('shows each work that is asked for once, and no other', () => {
		fc.assert(
			fc.property(list, wish, (entries, asked) => {
				const shown = listed(entries, asked);
				expect(new Set(shown).size).toBe(shown.length);
				const last = entries.reduce((most, { addedAt }) => (addedAt > most ? addedAt : most), '');
				const came = new Set(entries.map(({ addedAt }) => addedAt).filter(Boolean));
				const text = (entry: ListEntry) =>
					[entry.title, entry.authors, String(entry.year ?? ''), entry.reason, ...entry.tags]
						.join(' ')
						.toLowerCase()
						.replaceAll('é', 'e');
				for (const entry of entries) {
					const wanted =
						(asked.part === 'all' ||
							(asked.part === 'fresh'
								? came.size > 1 && entry.addedAt === last
								: entry.decision === asked.part)) &&
						(asked.tag === undefined ||
							entry.tags.some((tag) => tag.toLowerCase() === asked.tag?.toLowerCase())) &&
						(asked.index === undefined || entry.records[0].indexCode === asked.index) &&
						(asked.find ?? '')
							.toLowerCase()
							.split(' ')
							.every((word) => text(entry).includes(word));
					// Where all came at once nothing is new, and what has no date yet is not either.
					if (asked.part === 'fresh' && came.size <= 1) continue;
					expect(shown.includes(entry)).toBe(wanted);
				}
			})
		);
	});

	it('stands in the order that is asked for, what is unknown last', () => {
		fc.assert(
			fc.property(list, (entries) => {
				const years = listed(entries, { part: 'all', order: 'newest' }).map(({ year }) => year ?? -1);
				expect(years).toEqual([...years].sort((a, b) => b - a));
				const earliest = listed(entries, { part: 'all', order: 'oldest' }).map(({ year }) => year ?? 9999);
				expect(earliest).toEqual([...earliest].sort((a, b) => a - b));
				const added = listed(entries, { part: 'all', order: 'added' }).map(({ position }) => position);
				expect(added).toEqual([...added].sort((a, b) => a - b));
				const decided = listed(entries, { part: 'all', order: 'decided' }).map(({ decidedAt }) => decidedAt);
				expect(decided).toEqual([...decided].sort().reverse());
			})
		);
	});

	it('says how far it is: every work is kept, dropped or open, and what came last is new where others came before', () => {
		fc.assert(
			fc.property(list, (entries) => {
				const { all, looked, keep, drop, open, fresh } = progressOf(entries);
				expect(all).toBe(entries.length);
				expect(keep + drop).toBe(looked);
				expect(looked + open).toBe(all);
				for (const part of ['keep', 'drop', 'open'] as const)
					expect(listed(entries, { part, order: 'added' }).length).toBe({ keep, drop, open }[part]);
				if (lastAddition(entries) === undefined) expect(fresh).toBe(0);
				else expect(listed(entries, { part: 'fresh', order: 'added' }).length).toBe(fresh);
			})
		);
	});

	it('offers the reasons and tags that are in use, the commonest first', () => {
		fc.assert(
			fc.property(list, (entries) => {
				const reasons = inUse(entries, 'reason');
				const counts = reasons.map((one) => entries.filter(({ reason }) => reason === one).length);
				expect(counts).toEqual([...counts].sort((a, b) => b - a));
				expect(new Set(reasons)).toEqual(new Set(entries.map(({ reason }) => reason).filter(Boolean)));
				expect(inUse(entries, 'tags')).toHaveLength(new Set(entries.flatMap(({ tags }) => tags)).size);
			})
		);
	});
});
