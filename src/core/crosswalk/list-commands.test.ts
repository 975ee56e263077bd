import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, invert } from './changes';
import { collisions } from './collisions';
import { execute } from './commands';
import { command, run } from './commands.test-aid';
import { CommandError, emptyInquiry, type Command, type Inquiry } from './inquiry';
import { stamped, worksNeeded } from './list-commands';

const empty = emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a', 'b'] });

const add: Command = {
	kind: 'entries.add',
	from: 'a run',
	entries: [
		{
			id: 'e1',
			records: [{ indexCode: 'a', record: 'R1' }],
			title: 'Hush',
			authors: '',
			source: '',
			year: null
		}
	]
};

describe('a work of the reading list', () => {
	it('says when a work came, and who decided what when, until it is taken back', () => {
		const came = stamped(execute(empty, add), 'ines', '2026-01-01T00:00:00.000Z');
		const listed = apply(empty, came);
		expect(listed.entries.e1).toMatchObject({
			addedAt: '2026-01-01T00:00:00.000Z',
			decidedAt: '',
			decidedBy: ''
		});
		const keep: Command = { kind: 'entries.set', ids: ['e1'], decision: 'keep' };
		const decided = stamped(execute(listed, keep), 'tomas', '2026-01-02T00:00:00.000Z');
		const kept = apply(listed, decided);
		expect(kept.entries.e1).toMatchObject({
			decision: 'keep',
			decidedAt: '2026-01-02T00:00:00.000Z',
			decidedBy: 'tomas'
		});
		const noted = stamped(
			execute(kept, { kind: 'entries.set', ids: ['e1'], note: 'Loud.' }),
			'ines',
			'later'
		);
		expect(apply(kept, noted).entries.e1).toMatchObject({ decidedBy: 'tomas', note: 'Loud.' });
		expect(apply(kept, invert(decided))).toEqual(listed);
	});

	it.each<[string, Command, string]>([
		[
			'a work that is not there',
			{ kind: 'entries.set', ids: ['gone'], decision: 'keep' },
			'no longer on the list'
		],
		[
			'a reason as long as a page',
			{ kind: 'entries.set', ids: ['e1'], reason: 'x'.repeat(501) },
			'500 characters'
		],
		[
			'tags without end',
			{ kind: 'entries.set', ids: ['e1'], tags: Array.from({ length: 51 }, (_, i) => String(i)) },
			'50 tags'
		],
		['the same entry again', add, 'saved already']
	])('refuses %s', (_, wrong, says) => {
		const listed = apply(empty, execute(empty, add));
		expect(() => execute(listed, wrong)).toThrow(says);
	});

	it('says in words what two people decided differently', () => {
		const listed = apply(empty, execute(empty, add));
		const set = (decision: 'keep' | 'drop'): Command => ({ kind: 'entries.set', ids: ['e1'], decision });
		const theirs = apply(listed, execute(listed, set('drop')));
		expect(collisions(execute(theirs, set('keep')), () => listed.entries.e1)).toEqual([
			{ what: 'Hush', part: 'decision', yours: 'kept', theirs: 'dropped' }
		]);
	});
});

describe('a command', () => {
	/** What comes of it, or why nothing does. */
	const outcome = (inquiry: Inquiry, next: Command) => {
		try {
			return execute(inquiry, next);
		} catch (error) {
			if (error instanceof CommandError) return error.message;
			throw error;
		}
	};

	it('does with the works that it needs just what it does with the whole list', () => {
		fc.assert(
			fc.property(fc.array(command, { maxLength: 25 }), command, (before, next) => {
				const inquiry = run(empty, before);
				const needed = worksNeeded(next);
				const entries =
					needed === 'all'
						? inquiry.entries
						: Object.fromEntries(Object.entries(inquiry.entries).filter(([id]) => needed.includes(id)));
				expect(outcome({ ...inquiry, entries }, next)).toEqual(outcome(inquiry, next));
			})
		);
	});

	it('that never looks at the list needs none of it', () => {
		const rename: Command = { kind: 'concept.set', id: 'c', name: 'din' };
		const set: Command = { kind: 'entries.set', ids: ['e1', 'e2'], decision: 'keep' };
		expect(worksNeeded(rename)).toEqual([]);
		expect(worksNeeded({ kind: 'many', title: 'Both', commands: [rename, set] as never })).toEqual([
			'e1',
			'e2'
		]);
		expect(worksNeeded({ kind: 'many', title: 'All', commands: [set, add] as never })).toBe('all');
	});
});
