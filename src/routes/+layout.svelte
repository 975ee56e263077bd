<script lang="ts">
	import '../app.css';
	import { Toaster } from 'svelte-sonner';

	let { children } = $props();
</script>

{@render children()}
<Toaster
	position="top-right"
	offset={{ top: 94, right: 14 }}
	toastOptions={{
		style:
			'background: var(--leaf-paper); color: var(--bark); border-color: var(--line); font-family: var(--font-sans);',
		actionButtonStyle: 'background: var(--lichen); color: var(--on-lichen);'
	}}
/>
