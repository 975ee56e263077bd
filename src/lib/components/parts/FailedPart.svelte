<script lang="ts">
	import { untrack } from 'svelte';
	import { page } from '$app/state';

	/** Stands for a part of a page that could not be drawn. Another address tries again by itself. */
	let { name, reset }: { name: string; reset: () => void } = $props();
	const failedAt = untrack(() => page.url.href);
	$effect(() => {
		if (page.url.href !== failedAt) reset();
	});
</script>

<p class="p-3 text-warn" role="alert" data-failed>
	{name} could not be shown. Nothing is lost, and the rest of the page works.
	<button class="quiet-action border !py-0" onclick={reset}>Try again</button>
</p>
