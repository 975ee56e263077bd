import path from 'node:path';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

const alias = { $core: path.resolve('src/core'), $lib: path.resolve('src/lib') };

/**
 * Property tests draw other cases from one state of the code to the next, and the same ones as often as that is tested.
 * Who runs the tests alone gets other ones every time; the seed that is printed draws them again.
 */
if (!process.env.OAKMOSS_SEED) {
	process.env.OAKMOSS_SEED = String(Date.now() % 2 ** 31);
	console.log(`OAKMOSS_SEED=${process.env.OAKMOSS_SEED}`);
}

/** Four suites: the core alone, what the interface is made of, the server against a real PostgreSQL, all in a real browser. */
export default defineConfig({
	test: {
		projects: [
			{
				resolve: { alias },
				test: {
					name: 'core',
					include: ['src/core/**/*.test.ts', 'demo/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					// Properties over many cases take their time on a machine that others share.
					testTimeout: 30_000
				}
			},
			{
				plugins: [svelte()],
				// Svelte as it is in a browser: on a server nothing of it is alive.
				resolve: { alias, conditions: ['browser'] },
				test: {
					name: 'components',
					include: ['src/lib/{client,components}/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					testTimeout: 30_000
				}
			},
			{
				resolve: { alias },
				test: {
					name: 'server',
					include: ['src/lib/server/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					fileParallelism: false,
					testTimeout: 30_000,
					hookTimeout: 60_000
				}
			},
			{
				test: {
					name: 'interface',
					// As many as an ordinary machine has cores to spare.
					maxConcurrency: 2,
					include: ['e2e/**/*.test.ts'],
					fileParallelism: false,
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			}
		]
	}
});
