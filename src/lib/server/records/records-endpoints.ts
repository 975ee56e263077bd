/** What can be asked of records. */
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { PARTINGS } from '../../../core/formats/record-keywords';
import { RECORD_FORMATS } from '../../../core/formats/record-reading';
import { exportRecords, recordFilesOf } from './record-export';
import { uploadOf, jobAccepted } from '../jobs';
import { startRecordImport } from './record-upload';
import { apiRecord, recordAnswer } from './records-api';
import { recordSheet } from './record-lines';
import { stylesLike } from './citation-styles';
import { citedByJob } from './citing-in-background';

const MOST = 40;

export const recordsEndpoints = [
	endpoint('GET /api/v1/indexes/[code]/records.[format]', {
		action: 'read',
		files: recordFilesOf(({ name }) => `All records as ${name}`),
		run: ({ person, params }) => exportRecords(person, params.code, params.format)
	}),
	endpoint('PUT /api/v1/indexes/[code]/records', {
		action: 'change-indexes',
		status: 202,
		summary: 'Loads records; keywords that are headings or entry terms become headings of the record',
		about: {
			keywords: `By what keywords of one field are parted: ${PARTINGS.join(', ')}; found out entry by entry where it is left out`,
			whole: '“yes” where the file holds all records of the index: those it lacks are marked as withdrawn'
		},
		answer: jobAccepted,
		takes: Object.keys(RECORD_FORMATS),
		query: v.object({ keywords: v.optional(v.string()), whole: v.optional(v.string()) }),
		run: async ({ person, params, query, request }) => {
			const how = { parting: query.keywords, whole: query.whole === 'yes' };
			return { job: await startRecordImport(person, uploadOf(params.code, request), how) };
		}
	}),
	endpoint('GET /api/v1/indexes/[code]/records/[id]', {
		action: 'read',
		summary: 'A record as CSL-JSON, with its headings and limits',
		answer: recordAnswer,
		run: async ({ person, params }) => apiRecord(await recordSheet(person, params.code, params.id))
	}),
	/** Published citation styles whose names have these words. */
	endpoint('GET /citation-styles', {
		action: 'read',
		query: v.object({ q: v.optional(v.string(), '') }),
		run: ({ query: { q } }) => stylesLike(q.slice(0, 200), MOST)
	}),
	/** How far the formatting is, with the citations once it has ended. */
	endpoint('GET /inquiry/[id]/reading-list/citations/formatted/[job]', {
		action: 'read',
		run: ({ person, params }) => citedByJob(person, params.job)
	})
];
