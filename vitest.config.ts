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

/**
 * What a test may take before it counts as stuck: some ten times what it takes on an idle machine of two cores, for one
 * that is slow or shared. Waiting ends at an event everywhere; these only end what would never end by itself.
 */
const MANY_CASES = 180_000;
const JOURNEY = 600_000;

/**
 * Four suites: the core alone, what the interface is made of, the server against a real PostgreSQL, all in a real browser.
 * The last two come one after the other: each keeps two cores busy, and a journey that waits for the other suite's
 * computation measures nothing.
 */
export default defineConfig({
	test: {
		maxWorkers: 2,
		projects: [
			{
				resolve: { alias },
				test: {
					name: 'core',
					include: ['src/core/**/*.test.ts', 'demo/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					testTimeout: MANY_CASES
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
					testTimeout: MANY_CASES
				}
			},
			{
				resolve: { alias },
				test: {
					name: 'server',
					include: ['src/lib/server/**/*.test.ts'],
					setupFiles: ['src/core/seed.test-aid.ts'],
					isolate: false,
					testTimeout: MANY_CASES,
					hookTimeout: MANY_CASES
				}
			},
			{
				test: {
					name: 'interface',
					isolate: false,
					// As many as an ordinary machine has cores to spare.
					maxConcurrency: 2,
					include: ['e2e/**/*.test.ts'],
					testTimeout: JOURNEY,
					hookTimeout: JOURNEY
				}
			}
		]
	}
});
