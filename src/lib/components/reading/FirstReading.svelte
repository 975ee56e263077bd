<script lang="ts">
	import { page } from '$app/state';
	import { ask } from '$lib/client/ask';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { viewedAt } from '../inquiry/addresses';
	import { counted, number } from '../parts/numbers';

	/** That a result is being counted; how far, where the records are read for the first time. */
	let { index }: { index: IndexSummary } = $props();
	/** Milliseconds between two looks at how far it is. */
	const AGAIN = 700;
	let read = $state<{ done: number; total: number }>();

	$effect(() => {
		const { code } = index;
		const timer = setInterval(async () => {
			const { value } = await ask<{ done: number; total: number } | null>(`/indexes/${code}/names-read`, {
				again: false
			});
			if (value) read = value;
		}, AGAIN);
		return () => clearInterval(timer);
	});
</script>

<div class="mt-3 text-quiet" role="status">
	{#if read}
		<p>
			{number(read.done)} of {counted(read.total, 'record')} of {index.name} are read for their authors, sources
			and places. They are read once, and again when others come in.
		</p>
		<progress
			class="mt-2 w-full max-w-md"
			max={read.total}
			value={read.done}
			aria-label="How far the records are read"
		></progress>
		<p class="mt-2">
			<a class="quiet-action" href={viewedAt(page.url, 'list')}>Back to the list meanwhile</a>
		</p>
	{:else}
		<p>Counting every heading, author, source and year.</p>
	{/if}
</div>
