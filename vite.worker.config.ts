import { defineConfig } from 'vite';

// The import worker runs in a thread of its own, so it is bundled apart from the server.
export default defineConfig({
	build: {
		ssr: 'src/lib/server/import/worker.ts',
		outDir: 'build/worker',
		emptyOutDir: true,
		target: 'node20',
		rollupOptions: { output: { entryFileNames: 'import.js' } }
	}
});
