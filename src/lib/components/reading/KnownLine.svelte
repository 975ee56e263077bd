<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { KnownFor } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt, pooledAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';

	/** What a name is known for in one index: since when, by which headings, with whom. */
	interface Props {
		index: IndexSummary;
		by: string;
		/** By its key or as it is written. */
		value: string;
		/** Headings, and names beside it, at most. */
		most?: number;
		/** Where it is, for those who do not see what stands around. */
		says?: string;
	}
	let { index, by, value, most = 5, says = '' }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const asked = new Asked<KnownFor>(
		() => `/inquiry/${store.id}/composition/${index.code}/known?${new URLSearchParams({ by, value })}`,
		200
	);
	const known = $derived(asked.current);
</script>

<span class="min-w-0" aria-live="polite">
	{#if !known}<span class="text-quiet">{asked.fault ? asked.fault.message : 'counting'}</span>
	{:else if known.isUnknown}<span class="text-quiet">{index.name} does not say this of its records</span>
	{:else if known.records === 0}<span class="text-quiet">nothing here</span>
	{:else}
		<Count
			n={known.records}
			at={recordsAt(place, index.code, { whole: true, filter: [{ by, how: 'any', values: [value] }] })}
			after={known.records === 1 ? ' record' : ' records'}
			{says}
		/>{#if known.years}, {known.years[0] === known.years[1]
				? known.years[0]
				: `${known.years[0]} to ${known.years[1]}`}{/if}{#if known.headings.length > 0}; known for {#each known.headings.slice(0, most) as { label, id, uri, count }, i (uri)}{i >
				0
					? ', '
					: ''}{#if id}<a class="hover:underline" href={lineageAt(place, index.code, id)}
						><HeadingText {label} /></a
					>{:else}<HeadingText {label} />{/if}
				<span class="text-quiet">{count}</span>{/each}{/if}{#if known.with.length > 0}; with {#each known.with.slice(0, most) as { name, count }, i (name)}{i >
				0
					? ', '
					: ''}<a class="hover:underline" href={pooledAt(place, { whole: true, has: 'person', value: name })}
					>{name}</a
				> <span class="text-quiet">{count}</span>{/each}{/if}
	{/if}
</span>
