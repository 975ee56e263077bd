import { afterEach, describe, expect, it, vi } from 'vitest';
import { figures, measured } from '.';

afterEach(() => vi.unstubAllEnvs());

describe('figures of a server', () => {
	it('are not there unless they have a key, and are given to whoever sends it', async () => {
		await expect(figures('Bearer x')).rejects.toMatchObject({ status: 404 });
		vi.stubEnv('OAKMOSS_METRICS_KEY', 'a key of some length');
		for (const wrong of [null, '', 'Bearer', 'Bearer a key of some lengtH', 'a key of some length'])
			await expect(figures(wrong)).rejects.toMatchObject({ status: 401 });
		expect((await figures('Bearer a key of some length')).headers.get('content-type')).toMatch(
			/^text\/plain/
		);
	});

	it('count requests by route and class of status, never by address', async () => {
		vi.stubEnv('OAKMOSS_METRICS_KEY', 'k');
		measured('/inquiry/[id]', 'GET', 200, 0.03);
		measured('/inquiry/[id]', 'GET', 204, 3);
		measured(null, 'GET', 404, 0.001);
		measured('/inquiry/[id]', 'POST', 500, 0.1);
		const text = await (await figures('Bearer k')).text();
		const of = (labels: string, le: string) =>
			new RegExp(`oakmoss_request_seconds_bucket\\{le="${le}",${labels}\\} (\\d+)`).exec(text)?.[1];
		expect(of('route="/inquiry/\\[id\\]",method="GET",status="2xx"', '0.05')).toBe('1');
		expect(of('route="/inquiry/\\[id\\]",method="GET",status="2xx"', '\\+Inf')).toBe('2');
		expect(of('route="none",method="GET",status="4xx"', '\\+Inf')).toBe('1');
		expect(text).toMatch(/oakmoss_unexpected_errors_total 1/);
		expect(text).toMatch(/oakmoss_process_resident_memory_bytes \d+/);
	});
});
