/** What an inquiry itself says of something: its concepts, words, notes and comments. */
import { fold, runsOf } from '../text';
import { inOrder } from './cells';
import { placeOfComment } from './comments';
import type { Comment, Inquiry } from './inquiry';

/** Where a note stands. */
export type NotePlace =
	| { of: 'pick'; conceptId: string; indexCode: string; label: string }
	| { of: 'cell'; conceptId: string; indexCode: string }
	/** A work of the reading list. */
	| { of: 'work'; entry: string; title: string };

export interface FoundInInquiry {
	concepts: { id: string; name: string }[];
	words: { id: string; text: string; conceptId: string }[];
	notes: { place: NotePlace; text: string }[];
	/** With what each is about, as `placeOfComment` reads it. */
	comments: { id: string; about: string; text: string }[];
}

/** Whether each word that is typed begins a word of a text; of nothing typed, none. O(words of both). */
export function textMatcher(typed: string): (text: string) => boolean {
	const wanted = runsOf(fold(typed));
	if (wanted.length === 0) return () => false;
	return (text) => {
		const own = runsOf(fold(text));
		return wanted.every((word) => own.some((other) => other.startsWith(word)));
	};
}

/** What matches what is typed, in the order of the inquiry; of the reading list nothing. O(all its text). */
export function findInInquiry(inquiry: Omit<Inquiry, 'entries'>, typed: string): FoundInInquiry {
	const matches = textMatcher(typed);
	const { concepts, words, cells, picks, comments } = inquiry;
	const notes: FoundInInquiry['notes'] = [
		...inOrder(picks)
			.filter(({ note }) => note !== '' && matches(note))
			.map(({ conceptId, indexCode, headings, note }) => ({
				place: {
					of: 'pick' as const,
					conceptId,
					indexCode,
					label: headings.map(({ label }) => label).join(' together with ')
				},
				text: note
			})),
		...Object.values(cells)
			.filter(({ note }) => note !== '' && matches(note))
			.map(({ conceptId, indexCode, note }) => ({
				place: { of: 'cell' as const, conceptId, indexCode },
				text: note
			}))
	];
	return {
		concepts: inOrder(concepts)
			.filter(({ name }) => matches(name))
			.map(({ id, name }) => ({ id, name })),
		words: inOrder(words)
			.filter(({ text }) => matches(text))
			.map(({ id, text, conceptId }) => ({ id, text, conceptId })),
		notes,
		comments: inOrder<Comment>(comments)
			.filter(({ text, about }) => placeOfComment(about) !== undefined && matches(text))
			.map(({ id, about, text }) => ({ id, about, text }))
	};
}
