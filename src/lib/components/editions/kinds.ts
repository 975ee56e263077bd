/** Kinds of change and of notes, in words. */
import type { Touch } from '$core/keeping';

export const KIND_WORDS: Record<Touch, string> = {
	added: 'added',
	retired: 'retired',
	renamed: 'renamed',
	moved: 'moved',
	split: 'split',
	merged: 'merged',
	noteChanged: 'note changed',
	below: 'changed below',
	headingForWords: 'a heading for words'
};

export const NOTE_WORDS: Record<string, string> = {
	scope: 'scope note',
	history: 'history note',
	definition: 'definition',
	editorial: 'editorial note',
	example: 'example',
	general: 'note',
	change: 'change note'
};
