import { answer, bodyOf } from '$lib/server/http';
import { combineRuns, listRuns, logElsewhere, newRun, repeatRun, runStrategy } from '$lib/server/runs';

export const GET = ({ locals, params }) => answer(() => listRuns(locals.person, params.id));

export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const run = await bodyOf(request, newRun);
		const { person } = locals;
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
	}, 201);
