import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', '.oakmoss*/', 'node_modules/', 'drizzle/'] },
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{
		languageOptions: {
			globals: { ...globals.browser, ...globals.node }
		},
		rules: {
			'@typescript-eslint/no-non-null-assertion': 'error',
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'@typescript-eslint/no-unused-expressions': ['error', { allowTernary: true, allowShortCircuit: true }],
			'svelte/no-navigation-without-resolve': 'off',
			// A mustache with a string is how a space is kept where the formatter would drop it.
			'svelte/no-useless-mustaches': 'off',
			'svelte/prefer-svelte-reactivity': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } }
	},
	{
		// A promise that nobody waits for loses its error. Components are left out: among them the rule takes longer than
		// all others together.
		files: ['src/**/*.ts', 'demo/**/*.ts', 'bench/**/*.ts', 'e2e/**/*.ts'],
		ignores: ['**/*.svelte.ts'],
		languageOptions: { parserOptions: { project: './tsconfig.json', extraFileExtensions: ['.svelte'] } },
		rules: { '@typescript-eslint/no-floating-promises': 'error' }
	},
	{
		// Screens talk to the server through one seam.
		files: ['src/lib/components/**/*.{svelte,ts}', 'src/routes/**/*.svelte', 'src/lib/client/**/*.ts'],
		ignores: ['src/lib/client/ask.ts', '**/*.test.ts'],
		rules: { 'no-restricted-globals': ['error', { name: 'fetch', message: 'Use client/ask.' }] }
	},
	{
		// Statements stand in the rows of a wing; its services say what is done and by whom.
		files: ['src/lib/server/**/*.ts', 'src/routes/**/*.ts'],
		ignores: ['**/*-rows.ts', 'src/lib/server/db/**', '**/*.test.ts', '**/*.test-aid.ts'],
		rules: {
			'no-restricted-imports': [
				'error',
				{
					paths: [{ name: 'drizzle-orm', message: 'Statements stand in *-rows.ts.' }],
					patterns: [
						{ group: ['**/db'], importNames: ['connection'], message: 'Statements stand in *-rows.ts.' }
					]
				}
			],
			'no-restricted-syntax': [
				'error',
				{
					selector: 'TaggedTemplateExpression[tag.name=/^(tx|sql)$/]',
					message: 'Statements stand in *-rows.ts.'
				}
			]
		}
	},
	{
		files: ['src/core/**/*.ts'],
		ignores: ['**/*.test.ts', '**/*.test-aid.ts'],
		rules: {
			'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'fetch', 'setTimeout'],
			'no-restricted-properties': [
				'error',
				{ object: 'Math', property: 'random', message: 'The core has no randomness.' },
				{ object: 'Date', property: 'now', message: 'The core has no clock.' }
			]
		}
	}
);
