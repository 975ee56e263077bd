/** What can be asked of jobs. */
import { endpoint } from '../endpoint';
import { findJob, cancelJob, jobFindingsCsv } from './jobs';
import { jobAnswer } from './jobs-api';

export const jobsEndpoints = [
	endpoint('GET /api/v1/jobs/[id]', {
		action: 'read',
		summary: 'How far a job is, and its report',
		answer: jobAnswer,
		run: ({ person, params }) => findJob(person, params.id)
	}),
	endpoint('DELETE /api/v1/jobs/[id]', {
		action: 'read',
		summary: 'Cancels a job that has not ended',
		answer: jobAnswer,
		run: ({ person, params }) => cancelJob(person, params.id)
	}),
	endpoint('GET /indexes/[code]/imports/[job]/report.csv', {
		action: 'read',
		run: ({ person, params }) => jobFindingsCsv(person, params.job)
	})
];
