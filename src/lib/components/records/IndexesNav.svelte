<script lang="ts">
	import { pooledAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import IndexLinks from '../inquiry/IndexLinks.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** Whose records are read: those of one index, or of all as one list. */
	let { current, sort }: { current: string | undefined; sort?: string } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
</script>

<IndexLinks {current} at={(code) => recordsAt(place, code, { sort })}>
	{#snippet more(style)}
		{#if store.columns.length > 1}<a
				href={pooledAt(place)}
				aria-current={current === 'pooled' ? 'true' : undefined}
				class={style}>pooled list</a
			>{/if}
	{/snippet}
</IndexLinks>
