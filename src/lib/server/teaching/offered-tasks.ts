/** Tasks that an author can choose from: what they have just done, and what their strategies find. */
import { taskInWords, tasksFrom, type Task } from '../../../core/teaching';
import { lastCommands, loadInquiry, readInquiryAt } from '../inquiry';
import type { Person } from '../people';
import { findRecordsIn } from '../search';
import { currentIndexes } from '../vocabulary';

export interface OfferedTask {
	says: string;
	task: Task;
}

/** Changes that are looked at. */
const LOOKED_AT = 20;
const MOST_OFFERED = 30;

/** The latest first, each once; then what each strategy finds, give or take a tenth. */
export async function offeredTasks(person: Person | undefined, inquiryId: string): Promise<OfferedTask[]> {
	await readInquiryAt(person, inquiryId);
	const [{ inquiry }, commands, indexes] = await Promise.all([
		loadInquiry(inquiryId),
		lastCommands(inquiryId, LOOKED_AT),
		currentIndexes()
	]);
	const names = new Map(indexes.map(({ index: { code, name } }) => [code, name]));
	const codes = inquiry.about.indexes.filter((code) => names.has(code));
	const results = await Promise.all(codes.map((code) => findRecordsIn(inquiry, code)));
	const found = codes.flatMap((index, i): Task[] => {
		const { faults, result } = results[i];
		if (faults.length > 0) return [];
		const { size } = result;
		const pearls = Object.values(inquiry.pearls).filter(({ indexCode }) => indexCode === index);
		return [
			{ kind: 'finds', index, from: Math.floor(size * 0.9), to: Math.ceil(size * 1.1) },
			...(pearls.length > 0
				? [
						{
							kind: 'pearls' as const,
							index,
							records: pearls.map(({ record, title }) => ({ id: record, title }))
						}
					]
				: []),
			{ kind: 'run', index }
		];
	});
	const tasks = [...commands.flatMap((command) => tasksFrom(command, inquiry)), ...found];
	const bySaying = new Map(
		tasks.map((task) => [taskInWords(task, (code) => names.get(code) ?? code), task] as const)
	);
	return [...bySaying].slice(0, MOST_OFFERED).map(([says, task]) => ({ says, task }));
}
