/** What holds the thread in which everybody is answered: seen by a clock that should tick and does not. */
import { Counter, Histogram, type Registry } from 'prom-client';
import { log } from '../log';

const TICK = 50;
/** Milliseconds late from which it is told: a person notices, and whoever looks whether the server runs may give it up. */
const HELD = 200;

const underWay = new Map<string, number>();

/** Says that a request of some route is being answered. @returns what says that it is no more */
export function answering(route: string): () => void {
	underWay.set(route, (underWay.get(route) ?? 0) + 1);
	return () => {
		const left = (underWay.get(route) ?? 1) - 1;
		if (left > 0) underWay.set(route, left);
		else underWay.delete(route);
	};
}

/** Watches from now on, as long as the process runs. */
export function watchThread(registry: Registry): void {
	const held = new Histogram({
		name: 'oakmoss_thread_held_seconds',
		help: 'How long at a time nobody could be answered, from 0.2 s on',
		buckets: [0.2, 0.5, 1, 2, 5, 15],
		registers: [registry]
	});
	const during = new Counter({
		name: 'oakmoss_thread_held_total',
		help: 'How often, by a route that was being answered',
		labelNames: ['route'],
		registers: [registry]
	});
	let due = performance.now() + TICK;
	setInterval(() => {
		const late = performance.now() - due;
		due = performance.now() + TICK;
		if (late < HELD) return;
		held.observe(late / 1_000);
		const routes = [...underWay.keys()];
		for (const route of routes) during.inc({ route });
		log.warn({ milliseconds: Math.round(late), routes }, 'nobody was answered for a while');
	}, TICK).unref();
}
