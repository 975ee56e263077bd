/** Timing and tables. */

export interface Timing {
	median: number;
	p99: number;
	mean: number;
}

/** Milliseconds a call takes, over all inputs. */
export async function timeEach<T>(inputs: readonly T[], work: (input: T) => unknown): Promise<Timing> {
	const times: number[] = [];
	for (const input of inputs) {
		const start = performance.now();
		await work(input);
		times.push(performance.now() - start);
	}
	return timingOf(times);
}

/** Of calls that are made at the same time, over all inputs: when the first is answered, and when all are. */
export async function timeFirstAndAll<T>(
	inputs: readonly T[],
	work: (input: T) => Promise<unknown>[]
): Promise<{ first: Timing; all: Timing }> {
	const [first, all]: [number[], number[]] = [[], []];
	for (const input of inputs) {
		const start = performance.now();
		const running = work(input);
		await Promise.race(running);
		first.push(performance.now() - start);
		await Promise.all(running);
		all.push(performance.now() - start);
	}
	return { first: timingOf(first), all: timingOf(all) };
}

function timingOf(times: number[]): Timing {
	times.sort((a, b) => a - b);
	return {
		median: times[Math.floor(times.length / 2)],
		p99: times[Math.min(times.length - 1, Math.floor(times.length * 0.99))],
		mean: times.reduce((sum, time) => sum + time, 0) / times.length
	};
}

export async function timeOnce<T>(work: () => Promise<T> | T): Promise<[number, T]> {
	const start = performance.now();
	const result = await work();
	return [performance.now() - start, result];
}

export const ms = (value: number) =>
	(value < 10 ? value.toFixed(2) : value < 1000 ? value.toFixed(1) : value.toFixed(0)) + ' ms';
export const mib = (bytes: number) => `${(bytes / 2 ** 20).toFixed(0)} MiB`;

/** The median of some figures, and all of them in the order in which they were taken. */
export function spread(figures: readonly number[], show: (figure: number) => string): [string, string] {
	const sorted = [...figures].sort((a, b) => a - b);
	const median = (sorted[(sorted.length - 1) >> 1] + sorted[sorted.length >> 1]) / 2;
	return [show(median), figures.map(show).join(', ')];
}

export function table(title: string, head: string[], rows: (string | number)[][]): void {
	const cells = [head, ...rows].map((row) => row.map(String));
	const widths = head.map((_, column) => Math.max(...cells.map((row) => row[column].length)));
	const line = (row: string[]) =>
		row.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]) : cell.padStart(widths[i]))).join('  ');
	console.log(`\n${title}`);
	cells.forEach((row, i) => {
		console.log(`  ${line(row)}`);
		if (i === 0) console.log(`  ${widths.map((width) => '─'.repeat(width)).join('  ')}`);
	});
}
