<script lang="ts">
	import { citationsAt, readingListAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** The two ways to look at the list: its works, to be read and decided, and their citations. */
	let { current }: { current: 'works' | 'citations' } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
</script>

<nav class="flex gap-0.5" aria-label="Reading list as">
	{#each [['works', readingListAt(place)], ['citations', citationsAt(place)]] as [view, at] (view)}
		<a
			class="rounded px-1.5 py-0.5 text-quiet hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep"
			aria-current={view === current ? 'page' : undefined}
			href={at}>{view}</a
		>
	{/each}
</nav>
