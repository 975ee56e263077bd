<script lang="ts">
	import { page } from '$app/state';
	import { pooledAt, recordsAt, textKept, valueKept } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import IndexLinks from '../inquiry/IndexLinks.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** Whose records are read: those of one index, or of all as one list. */
	let { current, sort }: { current: string | undefined; sort?: string } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	/** A person, a place, a source: what is read of it in one index is read of it in the others, and in all. */
	const kept = $derived(valueKept(page.url));
	const cql = $derived(textKept(page.url));
	const limited = $derived(page.url.searchParams.get('limits') === 'yes');
</script>

<IndexLinks
	{current}
	at={(code) =>
		recordsAt(
			place,
			code,
			kept
				? { whole: true, limited, filter: [{ by: kept.by, how: 'any', values: [kept.value] }], sort }
				: { sort, cql, limited: limited && cql !== undefined }
		)}
>
	{#snippet more(style)}
		{#if store.columns.length > 1}<a
				href={pooledAt(
					place,
					kept
						? { whole: true, limited, has: kept.by, value: kept.value }
						: { cql, limited: limited && cql !== undefined }
				)}
				aria-current={current === 'pooled' ? 'true' : undefined}
				class={style}>pooled list</a
			>{/if}
	{/snippet}
</IndexLinks>
