import path from 'node:path';
import { defineConfig } from 'vitest/config';

/** Three suites: the core alone, the server against a real PostgreSQL, the interface in a real browser. */
export default defineConfig({
	test: {
		projects: [
			{
				resolve: { alias: { $core: path.resolve('src/core') } },
				test: {
					name: 'core',
					include: ['src/core/**/*.test.ts', 'src/lib/components/**/*.test.ts', 'demo/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					// Properties over many cases take their time on a machine that others share.
					testTimeout: 30_000
				}
			},
			{
				test: {
					name: 'server',
					include: ['src/lib/server/**/*.test.ts'],
					fileParallelism: false,
					testTimeout: 30_000,
					hookTimeout: 60_000
				}
			},
			{
				test: {
					name: 'interface',
					include: ['e2e/**/*.test.ts'],
					fileParallelism: false,
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			}
		]
	}
});
