<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { KnownFor } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';

	/** What the name in hand is known for in the whole index: since when, and by which headings. */
	let { index, by, value }: { index: IndexSummary; by: string; value: { key: string; value: string } } =
		$props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const asked = new Asked<KnownFor>(
		() =>
			`/inquiry/${store.id}/composition/${index.code}/known?${new URLSearchParams({ by, value: value.key })}`,
		200
	);
	const known = $derived(asked.current);
</script>

<p class="min-h-9 border-t bg-leaf px-4 py-2" data-known aria-live="polite">
	<span class="font-semibold">{value.value}</span>
	{#if known}
		in {index.name}:
		<Count
			n={known.records}
			at={recordsAt(place, index.code, { whole: true, filter: [{ by, how: 'any', values: [value.key] }] })}
			after={known.records === 1 ? ' record' : ' records'}
			says=""
		/>{#if known.years}, {known.years[0] === known.years[1]
				? known.years[0]
				: `${known.years[0]} to ${known.years[1]}`}{/if}{#if known.headings.length > 0}; known for {#each known.headings as { label, id, uri, count }, i (uri)}{i >
				0
					? ', '
					: ''}{#if id}<a class="hover:underline" href={lineageAt(place, index.code, id)}
						><HeadingText {label} /></a
					>{:else}<HeadingText {label} />{/if} <span class="text-quiet">{count}</span>{/each}{/if}
	{/if}
</p>
