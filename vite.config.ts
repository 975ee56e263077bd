import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/**
 * What does nothing by being loaded: the core, and the lists of words that it reads. A screen that folds a text does not
 * carry the stemmers of twenty languages with it.
 */
const INERT = /\/src\/core\/|\/node_modules\/(wink-lexicon|snowball-stemmers|stemmer)\//;

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	build: { rolldownOptions: { treeshake: { moduleSideEffects: [{ test: INERT, sideEffects: false }] } } }
});
