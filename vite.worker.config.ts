import { defineConfig } from 'vite';

// Imports, the counting of words and the reading of what people bring work in threads of their own, which are bundled apart from the server.
export default defineConfig({
	build: {
		ssr: true,
		outDir: 'build/worker',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: {
				import: 'src/lib/server/worker.ts',
				phrases: 'src/lib/server/reading/phrase-thread.ts',
				reading: 'src/lib/server/reading-thread.ts'
			},
			output: { entryFileNames: '[name].js' }
		}
	}
});
