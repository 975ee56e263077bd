/** What tasks need to know of an inquiry besides its rows: what its strategies find, and which indexes were run. */
import type { Inquiry } from '../../../core/crosswalk';
import { runsFor, type Task, type TaskFacts } from '../../../core/teaching';
import { nameOf, numbersOfRecords } from '../reading';
import { indexesRun } from '../runs';
import { findRecordsIn } from '../search';
import { currentIndexes } from '../vocabulary';

/** Facts for some tasks, each strategy run once. A statement for the pearls that are asked for, and one for runs. */
export async function factsFor(inquiry: Inquiry, tasks: readonly Task[]): Promise<TaskFacts> {
	const here = new Set((await currentIndexes()).map(({ index }) => index.code));
	const wanted = new Set(tasks.flatMap((task) => runsFor(task) ?? []));
	const codes = inquiry.about.indexes.filter((code) => wanted.has(code) && here.has(code));
	const pearls = tasks.flatMap((task) =>
		task.kind === 'pearls' ? task.records.map(({ id }) => ({ indexCode: task.index, record: id })) : []
	);
	const [results, numbers, run] = await Promise.all([
		Promise.all(codes.map((code) => findRecordsIn(inquiry, code))),
		numbersOfRecords(pearls),
		tasks.some(({ kind }) => kind === 'run') ? indexesRun(inquiry.about.id) : new Set<string>()
	]);
	const byCode = new Map(codes.map((code, i) => [code, results[i]]));
	return {
		count: (index) => {
			const found = byCode.get(index);
			return found && found.faults.length === 0 ? found.result.size : undefined;
		},
		finds: (index, record) => {
			const n = numbers.get(nameOf({ indexCode: index, record }));
			return n !== undefined && (byCode.get(index)?.result.has(n) ?? false);
		},
		hasRun: (index) => run.has(index)
	};
}
