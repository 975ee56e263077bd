/** The words of Oakmoss, each in a sentence, with what the trade also calls it. */
export interface GlossaryEntry {
	word: string;
	means: string;
	also?: string;
}

export const GLOSSARY: readonly GlossaryEntry[] = [
	{ word: 'inquiry', means: 'One research question, with all the work on it.', also: 'search project' },
	{ word: 'concept', means: 'One idea of the question. A record must have each of them.', also: 'facet' },
	{
		word: 'word',
		means: 'What people call a concept: a word, a phrase, or the beginning of a word with a *.',
		also: 'free-text term, keyword'
	},
	{ word: 'subject index', means: 'A database that tags its records with headings.', also: 'bibliographic database' },
	{ word: 'vocabulary', means: 'The headings of one index, with how they are related.', also: 'thesaurus' },
	{ word: 'edition', means: 'A vocabulary as it was published at one time.', also: 'version' },
	{
		word: 'heading',
		means: 'The one name that an index has agreed on for a subject.',
		also: 'descriptor, subject term, controlled term'
	},
	{
		word: 'entry term',
		means: 'Another name for a heading. Looking it up leads to the heading.',
		also: 'used for, see, lead-in term'
	},
	{ word: 'broader, narrower', means: 'The headings one step above and one step below.', also: 'parent, child' },
	{ word: 'related', means: 'A heading beside this one that is about something close to it.', also: 'see also' },
	{ word: 'scope note', means: 'What a heading is used for, in the words of its vocabulary.' },
	{ word: 'history note', means: 'When a heading came in, and what was used before.' },
	{ word: 'qualifier', means: 'What stands in brackets to tell two headings of one name apart.' },
	{
		word: 'aspect',
		means: 'The side of a subject that a record looks at, such as its causes or its cost.',
		also: 'subheading'
	},
	{ word: 'chief', means: 'A heading that says what a record is mainly about.', also: 'major heading' },
	{ word: 'pick', means: 'A heading recorded for a concept in an index.' },
	{
		word: 'with narrower',
		means: 'A pick that takes along all headings below it.',
		also: 'explode, include narrower terms'
	},
	{ word: 'cut', means: 'A branch left out of a pick that is taken with its narrower headings.' },
	{ word: 'role', means: 'Whether a pick is searched, recorded only, or rejected.' },
	{ word: 'fit', means: 'How well a heading covers a concept: exact, close, broader, narrower or related.', also: 'mapping' },
	{ word: 'cell', means: 'One concept in one index: undecided, with picks, or without a heading here.' },
	{ word: 'crosswalk', means: 'All cells of an inquiry: which headings stand for each concept in each index.' },
	{ word: 'suggestion', means: 'A heading proposed for a cell, with what speaks for it.' },
	{
		word: 'entry vocabulary',
		means: 'What records say of a word: the headings on the records that say it, by how much oftener they stand there than elsewhere.'
	},
	{ word: 'draft', means: 'Suggestions for all undecided cells, to be picked in one step.' },
	{ word: 'sighting', means: 'A heading or word set aside where it was seen.', also: 'noted for later' },
	{ word: 'waiting', means: 'A concept that is recorded and not searched.', also: 'left out for now' },
	{ word: 'exclude', means: 'No record may have this concept.', also: 'NOT' },
	{ word: 'strategy', means: 'The search for one index, built from the crosswalk.', also: 'search string' },
	{ word: 'block', means: 'The part of a strategy that is about one concept.', also: 'set' },
	{ word: 'line', means: 'One heading or word in a block. Any line of a block will do.' },
	{
		word: 'limit',
		means: 'A condition that is not about the topic, such as the year; of one index, or set for all.',
		also: 'filter, refinement'
	},
	{ word: 'dialect', means: 'How the search box of an index wants a strategy to be written.', also: 'syntax' },
	{ word: 'yield', means: 'What a part brings: all it finds, what only it finds, what would be lost without it.', also: 'hits' },
	{ word: 'try', means: 'A change whose effect is shown before it is kept.' },
	{ word: 'check', means: 'What is probably wrong with a strategy or a citation, with a fix for it.' },
	{ word: 'run', means: 'A search that was carried out and kept.', also: 'saved search' },
	{ word: 'recent', means: 'What you looked at in an inquiry, kept by itself, for you alone.', also: 'history' },
	{ word: 'lesson', means: 'An inquiry made to be learnt from: a start, steps with tasks, and an end to compare with.' },
	{ word: 'replay', means: 'An inquiry shown change by change, with its figures of each moment.' },
	{ word: 'logbook', means: 'All runs and decisions in the order of time.', also: 'search history' },
	{ word: 'record', means: 'One article, book or report in an index.', also: 'reference' },
	{
		word: 'composition',
		means: 'What a result is made of: its years, sources, authors, headings.',
		also: 'breakdown, facets'
	},
	{ word: 'headings worth a look', means: 'Headings that are on a result far more often than in the whole index.' },
	{ word: 'pooled list', means: 'The records of all indexes as one list.', also: 'all indexes, each work once' },
	{ word: 'pearl', means: 'A record that is known to be relevant.', also: 'known item, seed article' },
	{ word: 'reading list', means: 'The works that were put aside to be read, each with a decision.' },
	{ word: 'watch', means: 'A search that reports only what is new.', also: 'alert' },
	{ word: 'repair', means: 'What is proposed for a cell that a new edition touches.' },
	{ word: 'known mapping', means: 'A relation between headings of two vocabularies, loaded from a file.' },
	{ word: 'stand-in', means: 'An index of made-up records, which is really searched.' }
]; // prettier-ignore
