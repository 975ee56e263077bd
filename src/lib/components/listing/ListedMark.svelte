<script lang="ts">
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import DecisionMark from './DecisionMark.svelte';

	/** Beside a record: whether its work is on the reading list, and what was decided. Nothing where it is not. */
	let { indexCode, record }: { indexCode: string; record: string } = $props();
	const store = $derived(useInquiry()());
	const entry = $derived(store.listed.get(`${indexCode}/${record}`));
</script>

{#if entry}<span class="mt-1 flex justify-end"
		><span class="sr-only">, on the reading list:</span><DecisionMark decision={entry.decision} /></span
	>{/if}
