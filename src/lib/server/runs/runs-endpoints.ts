/** What can be asked of runs. */
import * as v from 'valibot';
import { endpoint, numberOf } from '../endpoint';
import {
	listRuns,
	combineRuns,
	logElsewhere,
	repeatRun,
	runStrategy,
	describeRun,
	restoredSettings
} from './runs';
import { newRun, runFields } from './run-schema';
import { compareRuns } from './comparing-runs';

const number = v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number));

export const runsEndpoints = [
	endpoint('GET /inquiry/[id]/runs', {
		action: 'read',
		run: ({ person, params }) => listRuns(person, params.id)
	}),
	endpoint('POST /inquiry/[id]/runs', {
		action: 'change-inquiry',
		status: 201,
		body: newRun,
		run: async ({ person, params, body }) => {
			const run = body;
			switch (run.kind) {
				case 'run':
					return { number: await runStrategy(person, params.id, run.indexCode) };
				case 'repeat':
					return { number: await repeatRun(person, params.id, run.number) };
				case 'combine':
					return { number: await combineRuns(person, params.id, run.how, run.runs) };
				case 'elsewhere':
					return { number: await logElsewhere(person, params.id, { ...run, at: new Date(run.at) }) };
			}
		}
	}),
	endpoint('PATCH /inquiry/[id]/runs/[number]', {
		action: 'change-inquiry',
		body: runFields,
		run: async ({ person, params, body }) => {
			await describeRun(person, params.id, numberOf(params.number, 'a run'), body);
			return {};
		}
	}),
	endpoint('GET /inquiry/[id]/runs/[number]/settings', {
		action: 'read',
		run: ({ person, params }) => restoredSettings(person, params.id, numberOf(params.number, 'a run'))
	}),
	endpoint('GET /inquiry/[id]/runs/compare', {
		action: 'read',
		query: v.object({ a: number, b: number }),
		run: ({ person, params, query: { a, b } }) => compareRuns(person, params.id, a, b)
	})
];
