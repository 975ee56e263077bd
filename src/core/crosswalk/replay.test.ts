import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, sameRow } from './changes';
import { command, empty, run } from './commands.test-aid';
import { execute } from './commands';
import { CommandError, type Change, type Inquiry, type Row } from './inquiry';
import { beforeChanges } from './replay';

const TABLES = ['concepts', 'words', 'cells', 'picks', 'sightings', 'pearls', 'entries', 'strategies', 'limits', 'names', 'comments'] as const; // prettier-ignore

/** Whether two inquiries say the same, row by row. */
function same(one: Inquiry, other: Inquiry): boolean {
	return (
		sameRow(one.about, other.about) &&
		TABLES.every((table) => {
			const [a, b] = [one[table], other[table]] as Record<string, Row>[];
			const ids = new Set([...Object.keys(a), ...Object.keys(b)]);
			return [...ids].every((id) => sameRow(a[id] ?? null, b[id] ?? null));
		})
	);
}

function step(inquiry: Inquiry, one: Parameters<typeof execute>[1]): Change[] {
	try {
		return execute(inquiry, one);
	} catch (error) {
		if (error instanceof CommandError) return [];
		throw error;
	}
}

describe('an inquiry as it was', () => {
	it('has the rows of that moment, and comes forward again to those of today, for random histories', () => {
		fc.assert(
			fc.property(fc.array(command, { minLength: 1, maxLength: 40 }), fc.nat(), (commands, at) => {
				const moments = [empty];
				const log: Change[][] = [];
				for (const one of commands) {
					const now = moments[moments.length - 1];
					const rows = step(now, one);
					log.push(rows);
					moments.push(apply(now, rows));
				}
				const today = moments[log.length];
				const revision = at % moments.length;
				const then = beforeChanges(today, log.slice(revision).flat());
				expect(same(then, moments[revision])).toBe(true);
				expect(same(apply(then, log.slice(revision).flat()), today)).toBe(true);
			})
		);
	});

	it('leaves today’s inquiry as it is', () => {
		const today = run(empty, [{ kind: 'concept.add', id: 'c', name: 'Noise' }]);
		const rows = execute(today, { kind: 'concept.set', id: 'c', name: 'Sound' });
		const later = apply(today, rows);
		expect(beforeChanges(later, rows).concepts.c.name).toBe('Noise');
		expect(later.concepts.c.name).toBe('Sound');
	});

	it('gives rows from before a field was introduced what its absence meant', () => {
		const rows = [
			{ table: 'picks', id: 'p', before: { id: 'p', headings: [] }, after: null },
			{
				table: 'about',
				id: 'q',
				before: { id: 'q', title: 'Q', question: '', indexes: [] },
				after: empty.about
			},
			{ table: 'strategies', id: 'a', before: { id: 'a', off: ['x'] }, after: null }
		] as unknown as Change[];
		const then = beforeChanges(empty, rows);
		expect(then.picks.p).toMatchObject({ cuts: [], chief: false, aspects: [] });
		expect(then.about.wordField).toBe('anywhere');
		expect(then.strategies.a).toMatchObject({ off: ['x'], limits: [], searches: {} });
	});
});
