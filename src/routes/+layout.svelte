<script lang="ts">
	import '../app.css';
	import { afterNavigate } from '$app/navigation';
	import { messages } from '$lib/components/messages/messages.svelte';

	let { children } = $props();
	// What was said on one inquiry says nothing on another; within one it stays.
	const inquiryOf = (path: string | undefined) => /^\/inquiry\/[^/]+/.exec(path ?? '')?.[0] ?? '';
	afterNavigate(({ from, to }) => {
		if (from && inquiryOf(from.url.pathname) !== inquiryOf(to?.url.pathname)) messages.clear();
	});
</script>

{@render children()}
