<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { StemForms } from '$lib/server/search';
	import { number } from '../parts/numbers';

	/** The words that a stem matches in an index, so that nobody has to guess what it brings along. */
	let { stem, index }: { stem: string; index: IndexSummary } = $props();
	const SHOWN = 10;
	const asked = new Asked<StemForms>(
		() => `/indexes/${index.code}/forms?${new URLSearchParams({ stem })}`,
		0
	);
	const found = $derived(asked.current);
	const problem = $derived(asked.fault);
	let all = $state(false);
	const listed = $derived(found ? found.forms.slice(0, all ? undefined : SHOWN) : []);
</script>

<p class="px-2 pb-2 text-xs text-quiet" aria-live="polite">
	{#if problem}
		The forms could not be read.
	{:else if !found}
		Reading the forms it matches
	{:else if found.total === 0}
		It matches no word in {index.name}.
	{:else}
		It matches
		{#each listed as { form, records }, i (form)}{i > 0 ? ' · ' : ''}<span class="text-bark">“{form}”</span>
			{number(records)}{/each}{#if found.total > listed.length}
			·
			{#if !all && found.forms.length > listed.length}<button class="underline" onclick={() => (all = true)}
					>{number(found.total - listed.length)} more</button
				>{:else}{number(found.total - listed.length)} more{/if}{/if}
		{#if found.counted < found.records}(counted on {number(found.counted)} of its {number(found.records)} records){/if}
	{/if}
</p>
