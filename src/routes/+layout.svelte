<script lang="ts">
	import '../app.css';
	import { Toaster } from 'svelte-sonner';

	let { children } = $props();
</script>

{@render children()}
<Toaster
	position="bottom-right"
	toastOptions={{ style: 'background: var(--leaf-paper); color: var(--bark); border-color: var(--line); font-family: var(--font-sans)' }}
/>
