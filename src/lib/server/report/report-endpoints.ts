/** What can be asked of report. */
import { reportFiles } from './reports';
import { endpoint } from '../endpoint';
import { reportFile, reportView, setDraft, handIn } from './reports';
import { reportQuery, reportDraft } from './report-schema';

export const reportEndpoints = [
	endpoint('GET /api/v1/inquiries/[id]/report.[format]', {
		action: 'read',
		files: reportFiles,
		about: {
			parts: 'Only these parts in this order, parted by commas',
			report: 'Number of a report that was handed in, as it was then'
		},
		query: reportQuery,
		run: ({ person, params, query }) => reportFile(person, params.id, params.format, query)
	}),
	/** Sets what the report is to hold; answers with the report. */
	endpoint('PUT /inquiry/[id]/report/draft', {
		action: 'change-inquiry',
		body: reportDraft,
		run: async ({ person, params, body }) => {
			await setDraft(person, params.id, body);
			return reportView(person, params.id);
		}
	}),
	/** Keeps the report as it stands. */
	endpoint('POST /inquiry/[id]/report/handed-in', {
		action: 'change-inquiry',
		status: 201,
		run: async ({ person, params }) => ({ number: await handIn(person, params.id) })
	})
];
