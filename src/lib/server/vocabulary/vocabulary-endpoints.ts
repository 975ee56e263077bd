/** What can be asked of vocabulary. */
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { apiIndex, indexAnswer, editionsAnswer, apiDifference, differenceAnswer } from './vocabulary-api';
import { listIndexes, createIndex, removeIndex, describeSearching, usesOf } from './subject-indexes';
import { newIndex, dialectBody, mendingBody, ownBody } from './subject-index-schema';
import { listEditions, differenceOfEditions, makeEditionCurrent, removeEdition } from './editions-kept';
import { exportVocabulary, vocabularyFiles } from './vocabulary-export';
import { uploadOf, jobAccepted } from '../jobs';
import { startVocabularyImport } from './vocabulary-upload';
import { MAPPING_TYPES, removeMappings, startMappingImport } from './mapping-files';
import { FORMATS } from './parsers';
import { removed } from '../answer-schema';
import { patternFaults } from '../../../core/search';
import { ServiceError } from '../errors';
import { startMending, setOwn } from './changing-headings';

const uploadedEdition = v.object({ edition: v.fallback(v.string(), ''), current: v.optional(v.string()) });

export const vocabularyEndpoints = [
	endpoint('GET /api/v1/indexes', {
		action: 'read',
		summary: 'The subject indexes',
		answer: v.array(indexAnswer),
		run: async ({ person }) => (await listIndexes(person)).map(apiIndex)
	}),
	endpoint('POST /api/v1/indexes', {
		action: 'change-indexes',
		status: 201,
		summary: 'Makes a subject index',
		answer: indexAnswer,
		body: newIndex,
		run: async ({ person, body }) => apiIndex(await createIndex(person, body))
	}),
	endpoint('DELETE /api/v1/indexes/[code]', {
		action: 'change-indexes',
		summary: 'Removes a subject index with its vocabulary',
		answer: indexAnswer,
		run: async ({ person, params }) => apiIndex(await removeIndex(person, params.code))
	}),
	endpoint('GET /api/v1/indexes/[code]/editions', {
		action: 'read',
		summary: 'The editions that are kept, the one loaded last first',
		answer: editionsAnswer,
		run: ({ person, params }) => listEditions(person, params.code)
	}),
	endpoint('GET /api/v1/indexes/[code]/editions/[from]/[to]', {
		action: 'read',
		summary: 'What changed from one edition to another, each change with its evidence',
		answer: differenceAnswer,
		run: async ({ person, params: { code, from, to } }) =>
			apiDifference(await differenceOfEditions(person, code, from, to))
	}),
	endpoint('GET /api/v1/indexes/[code]/export.[format]', {
		action: 'read',
		files: vocabularyFiles,
		run: ({ person, params }) => exportVocabulary(person, params.code, params.format)
	}),
	endpoint('PUT /api/v1/indexes/[code]/vocabulary', {
		action: 'change-indexes',
		status: 202,
		summary: 'Loads a vocabulary as a new edition; the answer names the job',
		about: {
			edition: 'Label of the edition',
			current:
				'“always” uses the edition whatever it looks like, “never” keeps it to be looked at; where it is left out, one that looks like a mistake waits'
		},
		answer: jobAccepted,
		takes: Object.keys(FORMATS),
		query: uploadedEdition,
		run: async ({ person, params, query, request }) => ({
			job: await startVocabularyImport(person, { ...uploadOf(params.code, request), ...query })
		})
	}),
	endpoint('PUT /api/v1/known-mappings/[name]', {
		action: 'change-indexes',
		status: 202,
		summary: 'Loads mappings between the headings of vocabularies, as evidence for suggestions',
		answer: jobAccepted,
		takes: Object.keys(MAPPING_TYPES),
		run: async ({ person, params, request }) => ({
			job: await startMappingImport(person, params.name, uploadOf('', request))
		})
	}),
	endpoint('DELETE /api/v1/known-mappings/[name]', {
		action: 'change-indexes',
		summary: 'Removes mappings by the name they were loaded under',
		answer: removed,
		run: async ({ person, params }) => {
			await removeMappings(person, params.name);
			return { removed: params.name };
		}
	}),
	endpoint('PUT /indexes/[code]/dialect', {
		action: 'change-indexes',
		body: dialectBody,
		run: async ({ person, params, body }) => {
			const dialect = body;
			const [fault] = patternFaults(dialect);
			if (fault) throw new ServiceError(422, 'pattern', `${fault.pattern}: ${fault.message}`, fault);
			await describeSearching(person, params.code, { dialect });
			return {};
		}
	}),
	/** Makes it the edition that is searched and browsed. */
	endpoint('PUT /indexes/[code]/editions/[label]', {
		action: 'change-indexes',
		run: async ({ person, params: { code, label } }) => {
			await makeEditionCurrent(person, code, label);
			return { current: label };
		}
	}),
	endpoint('DELETE /indexes/[code]/editions/[label]', {
		action: 'change-indexes',
		run: async ({ person, params: { code, label } }) => {
			await removeEdition(person, code, label);
			return { removed: label };
		}
	}),
	endpoint('POST /indexes/[code]/mend', {
		action: 'change-indexes',
		body: mendingBody,
		run: async ({ person, params, body }) => ({
			job: await startMending(person, params.code, body)
		})
	}),
	endpoint('PUT /indexes/[code]/own', {
		action: 'change-indexes',
		body: ownBody,
		run: async ({ person, params, body: { own } }) => {
			await setOwn(person, params.code, own);
			return {};
		}
	}),
	endpoint('GET /indexes/[code]/uses', {
		action: 'read',
		run: ({ person, params }) => usesOf(person, params.code)
	})
];
