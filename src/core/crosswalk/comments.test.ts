import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, invert } from './changes';
import { execute } from './commands';
import {
	aboutCell,
	aboutLine,
	aboutPick,
	aboutRecord,
	commentsOn,
	mentionedIn,
	placeOfComment
} from './comments';
import { emptyInquiry, type Command, type Inquiry } from './inquiry';
import { stamped } from './list-commands';

const empty = emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['a'] });
const done = (inquiry: Inquiry, command: Command, by = 'ines') =>
	apply(inquiry, stamped(execute(inquiry, command), by, '2026-01-01T00:00:00.000Z'));
const say = (id: string, text: string, about = aboutCell('c', 'a')): Command => ({
	kind: 'comment.add',
	id,
	about,
	text,
	mentions: ['tomas', 'tomas']
});

describe('a comment', () => {
	it('says who said it and when, whatever is done with it later, and is taken back whole', () => {
		const said = done(empty, say('1', ' Why not Noise? '));
		expect(said.comments['1']).toMatchObject({
			text: 'Why not Noise?',
			by: 'ines',
			at: '2026-01-01T00:00:00.000Z',
			mentions: ['tomas'],
			isSettled: false
		});
		const settled = done(said, { kind: 'comment.set', id: '1', isSettled: true }, 'tomas');
		expect(settled.comments['1']).toMatchObject({ by: 'ines', isSettled: true });
		const changes = execute(settled, { kind: 'comment.remove', id: '1' });
		expect(apply(settled, changes).comments).toEqual({});
		expect(apply(apply(settled, changes), invert(changes)).comments).toEqual(settled.comments);
	});

	it('is about something, says something, and is made once', () => {
		expect(() => execute(empty, say('1', '  '))).toThrow(/needs/i);
		for (const about of ['', 'cell', 'cell/c', 'pick/p/q', 'other/a/b'])
			expect(() => execute(empty, say('1', 'x', about))).toThrow(/about a cell/);
		expect(() => execute(done(empty, say('1', 'x')), say('1', 'y'))).toThrow();
		expect(() => execute(empty, { kind: 'comment.set', id: 'no', isSettled: true })).toThrow();
	});

	it('stands with what it is about, open ones first, in the order in which they came', () => {
		let inquiry = empty;
		for (const [i, about] of [
			aboutPick('p'),
			aboutCell('c', 'a'),
			aboutCell('c', 'b'),
			aboutPick('p')
		].entries())
			inquiry = done(inquiry, say(String(i), `comment ${i}`, about));
		inquiry = done(inquiry, { kind: 'comment.set', id: '0', isSettled: true });
		const own = commentsOn(inquiry, [aboutCell('c', 'a'), aboutPick('p')]);
		expect(own.map(({ id }) => id)).toEqual(['1', '3', '0']);
	});

	it('names its place so that it is found again, whatever an index calls its records', () => {
		const name = fc.string({ minLength: 1 }).filter((text) => !text.includes('/'));
		fc.assert(
			fc.property(name, fc.string({ minLength: 1 }), (first, second) => {
				expect(placeOfComment(aboutRecord(first, second))).toEqual({ kind: 'record', first, second });
				expect(placeOfComment(aboutLine(first, second))).toEqual({ kind: 'line', first, second });
				expect(placeOfComment(aboutPick(first))).toEqual({ kind: 'pick', first, second: '' });
			})
		);
	});

	it('speaks to those whose names follow an @, the longer of two that begin alike', () => {
		const people = ['Ada', 'Ada Fern', 'Ben Moor', ''].map((name, id) => ({ id: String(id), name }));
		const to = (text: string) => mentionedIn(text, people).map(({ name }) => name);
		expect(to('@ada fern, and @Ben Moor')).toEqual(['Ada Fern', 'Ben Moor']);
		expect(to('mail ben@moor @Ada @Ada')).toEqual(['Ada']);
		expect(to('nobody @ all')).toEqual([]);
	});
});
