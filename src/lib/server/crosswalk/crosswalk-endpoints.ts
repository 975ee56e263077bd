/** What can be asked of crosswalk. */
import { crosswalkFiles } from './crosswalk-export';
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { cellBody } from './cell-schema';
import { setCell } from './setting-cells';
import { cellAnswer, apiSuggestions, suggestionsAnswer } from './crosswalk-api';
import { suggestionsFor } from './suggesting';
import { exportCrosswalk } from './crosswalk-export';
import { figuresOf } from './coverage';
import { crosswalkFacts } from './crosswalk-facts';
import { previewCrosswalkImport } from './crosswalk-import';
import { lanesQuery } from '../browse';
import { throughIndexes } from './through-indexes';
import { matchesByIndex, wordOffers, checkWords } from './concept-words';
import { partsOfQuestion } from './question-parts';

export const crosswalkEndpoints = [
	endpoint('PUT /api/v1/inquiries/[id]/cells/[concept]/[code]', {
		action: 'change-inquiry',
		summary: 'Sets a cell: its picks, or that there is no heading',
		answer: cellAnswer,
		body: cellBody,
		run: ({ person, params, body }) =>
			setCell(person, { inquiry: params.id, concept: params.concept, index: params.code }, body)
	}),
	endpoint('GET /api/v1/inquiries/[id]/cells/[concept]/[code]/suggestions', {
		action: 'read',
		summary: 'Headings that may stand for a concept in an index, the likeliest first, each with the evidence',
		answer: suggestionsAnswer,
		run: async ({ person, params }) =>
			apiSuggestions(await suggestionsFor(person, params.id, params.concept, params.code))
	}),
	endpoint('GET /api/v1/inquiries/[id]/crosswalk.[format]', {
		action: 'read',
		files: crosswalkFiles,
		run: ({ person, params }) => exportCrosswalk(person, params.id, params.format)
	}),
	endpoint('GET /inquiry/[id]/coverage', {
		action: 'read',
		run: ({ person, params }) => figuresOf(person, params.id)
	}),
	endpoint('GET /inquiry/[id]/facts', {
		action: 'read',
		run: ({ person, params }) => crosswalkFacts(person, params.id)
	}),
	endpoint('POST /inquiry/[id]/incoming', {
		action: 'read',
		body: v.object({ kind: v.string(), text: v.string() }),
		run: ({ person, params, body }) => previewCrosswalkImport(person, params.id, body)
	}),
	/** Headings of indexes where no label says what was typed, through those that know it. */
	endpoint('GET /inquiry/[id]/lanes/through', {
		action: 'read',
		query: lanesQuery,
		run: ({ person, params, query }) => throughIndexes(person, params.id, query.q)
	}),
	endpoint('GET /inquiry/[id]/matches', {
		action: 'read',
		run: ({ person, params }) => matchesByIndex(person, params.id)
	}),
	endpoint('GET /inquiry/[id]/offers', {
		action: 'read',
		query: v.object({ concept: v.string() }),
		run: ({ person, params, query }) => wordOffers(person, params.id, query.concept)
	}),
	/** The parts of a question that vocabularies or records know. */
	endpoint('GET /inquiry/[id]/question/parts', {
		action: 'read',
		query: v.object({
			text: v.pipe(v.string(), v.maxLength(2_000, 'A question can be 2,000 characters long.'))
		}),
		run: ({ person, params, query }) => partsOfQuestion(person, params.id, query.text)
	}),
	endpoint('GET /inquiry/[id]/suggestions', {
		action: 'read',
		query: v.object({ concept: v.string(), index: v.string() }),
		run: ({ person, params, query: { concept, index } }) => suggestionsFor(person, params.id, concept, index)
	}),
	endpoint('GET /inquiry/[id]/words', {
		action: 'read',
		run: ({ person, params }) => checkWords(person, params.id)
	})
];
