<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { HistoryEntry } from '$lib/server/inquiry';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { moment } from '../inquiry/moment';

	/** Who changed what in this cell, when and why, newest first. */
	let { cell }: { cell: string } = $props();
	const store = $derived(useInquiry()());
	const basis = $derived(JSON.stringify(store.facts.changed[cell] ?? ''));
	const asked = new Asked<{ entries: HistoryEntry[] }>(() => {
		void basis;
		return `/inquiry/${store.id}/history?${new URLSearchParams({ cell })}`;
	}, 0);
	const entries = $derived(asked.value?.entries);
</script>

{#if entries && entries.length === 0}
	<p class="text-quiet">Nothing has been changed here yet.</p>
{/if}
<ol class="space-y-1">
	{#each entries ?? [] as entry (entry.revision)}
		<li class="text-xs">
			<span class="text-quiet">{moment(entry.at)}, {entry.person}</span>
			<span class:line-through={entry.kind === 'do' && entry.state !== 'standing'}>{entry.summary}</span>
			{#each entry.reasons as reason (reason)}<span class="block pl-3 text-quiet">{reason}</span>{/each}
			{#if entry.note}<span class="block pl-3 text-quiet">{entry.note}</span>{/if}
		</li>
	{/each}
</ol>
