import { defineConfig } from 'vite';

// The import works in a thread of its own, which is bundled apart from the server.
export default defineConfig({
	build: {
		ssr: true,
		outDir: 'build/worker',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: {
			input: { import: 'src/lib/server/worker.ts' },
			output: { entryFileNames: '[name].js' }
		}
	}
});
