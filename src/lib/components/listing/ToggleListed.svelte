<script lang="ts">
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { DECIDED } from '$core/crosswalk';
	import { isBare, toggleListed } from './list-records';

	/** Puts the work of a record on the reading list, or takes it off while nothing was decided or said of it. */
	let { indexCode, record }: { indexCode: string; record: string } = $props();
	const store = $derived(useInquiry()());
	const entry = $derived(store.listed.get(`${indexCode}/${record}`));
</script>

<button
	data-changes
	class="quiet-action border !py-0 text-xs"
	data-to-list
	aria-pressed={entry !== undefined}
	onclick={() => toggleListed(store, indexCode, record)}
	>{#if !entry}Put on the reading list{:else if isBare(entry)}On the reading list: take it off{:else}On the
		reading list: {DECIDED[entry.decision]}{/if}</button
>
