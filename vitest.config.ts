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

/** How long the server is held up can be told only while nothing else works on the same cores. */
const ALONE = 'e2e/held-up.test.ts';

/**
 * Four suites: the core alone, what the interface is made of, the server against a real PostgreSQL, all in a real browser. Two
 * files at a time, as an ordinary machine has two cores to spare, and after them what has to be alone. Files of the server and
 * journeys share what they have loaded: a database of its own keeps each from the others.
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
					exclude: [ALONE],
					testTimeout: JOURNEY,
					hookTimeout: JOURNEY
				}
			},
			{
				test: {
					name: 'alone',
					include: [ALONE],
					// After all others.
					sequence: { groupOrder: 1 },
					testTimeout: JOURNEY,
					hookTimeout: JOURNEY
				}
			}
		]
	}
});
