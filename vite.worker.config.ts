import { defineConfig } from 'vite';

// The import works in threads of its own, so they are bundled apart from the server.
export default defineConfig({
	build: {
		ssr: true,
		outDir: 'build/worker',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: { import: 'src/lib/server/worker.ts', filing: 'src/lib/server/vocabulary/filing-thread.ts' },
			output: { entryFileNames: '[name].js' }
		}
	}
});
