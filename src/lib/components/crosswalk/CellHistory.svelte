<script lang="ts">
	import type { HistoryEntry } from '$lib/server/inquiry/inquiry-changes';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { moment } from '../inquiry/moment';

	/** Who changed what in this cell, when and why, newest first. */
	let { cell }: { cell: string } = $props();
	const store = $derived(useInquiry()());
	let entries = $state.raw<HistoryEntry[] | undefined>();
	const basis = $derived(JSON.stringify(store.facts.changed[cell] ?? ''));

	$effect(() => {
		void basis;
		let stale = false;
		void fetch(`/inquiry/${store.id}/history?cell=${encodeURIComponent(cell)}`)
			.then((response) => (response.ok ? response.json() : undefined))
			.catch(() => undefined)
			.then((answer: { entries: HistoryEntry[] } | undefined) => {
				if (!stale && answer) entries = answer.entries;
			});
		return () => (stale = true);
	});
</script>

{#if entries && entries.length === 0}
	<p class="text-quiet">Nothing has been changed here yet.</p>
{/if}
<ol class="space-y-1">
	{#each entries ?? [] as entry (entry.revision)}
		<li class="text-xs">
			<span class="text-quiet">{moment(entry.at)}, {entry.person}</span>
			<span class:line-through={entry.kind === 'do' && entry.state !== 'standing'}>{entry.summary}</span>
			{#if entry.note}<span class="block pl-3 text-quiet">{entry.note}</span>{/if}
		</li>
	{/each}
</ol>
