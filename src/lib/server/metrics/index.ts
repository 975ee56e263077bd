/** Figures of a running server, in the text format of Prometheus, for whoever has their key. */
import { timingSafeEqual } from 'node:crypto';
import { collectDefaultMetrics, Counter, Histogram, Registry } from 'prom-client';
import { ServiceError } from '../errors';
import { watchThread } from './thread-watch';

export { answering } from './thread-watch';

const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: 'oakmoss_' });
const durations = new Histogram({
	name: 'oakmoss_request_seconds',
	help: 'How long requests took, by route, method and class of status',
	labelNames: ['route', 'method', 'status'],
	buckets: [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 15],
	registers: [registry]
});
const faults = new Counter({
	name: 'oakmoss_unexpected_errors_total',
	help: 'Errors that nobody foresaw',
	registers: [registry]
});

/** Begins to look what holds this server up. */
export const startWatching = () => watchThread(registry);

/** Counts a request that was answered. Streams are answered when they begin. */
export function measured(route: string | null, method: string, status: number, seconds: number): void {
	// Addresses that lead nowhere are one route: their number has no bound.
	durations.labels(route ?? 'none', method, `${Math.floor(status / 100)}xx`).observe(seconds);
	if (status === 500) faults.inc();
}

/**
 * @param authorization the header of that name
 * @throws ServiceError 404 where figures are not given out, 401 without their key
 */
export async function figures(authorization: string | null): Promise<Response> {
	const key = process.env.OAKMOSS_METRICS_KEY;
	if (!key) throw new ServiceError(404, 'no-route', 'There is nothing at /metrics.');
	const [given, wanted] = [authorization ?? '', `Bearer ${key}`].map((text) => Buffer.from(text));
	if (given.length !== wanted.length || !timingSafeEqual(given, wanted))
		throw new ServiceError(401, 'not-signed-in', 'Figures are given only with their key.');
	return new Response(await registry.metrics(), { headers: { 'content-type': registry.contentType } });
}
