<script lang="ts">
	import type { PearlsOfIndex } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import LimitsInForce from '../limits/LimitsInForce.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { number } from '../parts/numbers';
	import MissedPearlRow from './MissedPearlRow.svelte';
	import SharedHeadings from './SharedHeadings.svelte';

	/** How an index does: the pearls that its strategy finds rest on the line, those it misses stand below. */
	let { own, index }: { own: PearlsOfIndex; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
</script>

<section
	class="min-w-64 border-r last:border-r-0"
	aria-label="{index.name}, {index.discipline}"
	data-column={index.code}
>
	<header class="sticky top-0 z-[2] border-b bg-paper px-3 py-2">
		<p class="flex items-center gap-2">
			<IndexMark {index} size={20} />
			<span class="font-semibold">{index.name}</span>
			<span class="ml-auto text-quiet"
				>{#if own.recall === null}none here{:else}<span class="font-semibold text-bark" data-recall
						>{own.found.length}/{own.pearls}</span
					>
					found{/if}</span
			>
		</p>
		<span class="mt-1.5 block h-1 bg-shade" aria-hidden="true"
			><span class="block h-1 bg-lichen" style="width: {100 * (own.recall ?? 0)}%"></span></span
		>
		{#if own.pearls > 0}<p class="-ml-1 mt-1 empty:hidden"><LimitsInForce {store} {index} /></p>{/if}
	</header>
	{#if own.missed.length > 0}
		<ul aria-label="Missed in {index.name}">
			{#each own.missed as pearl (pearl.id)}<MissedPearlRow {pearl} {index} />{/each}
		</ul>
	{:else if own.pearls > 0}
		<p class="px-3 py-2 text-quiet">The strategy finds every pearl that {index.name} has.</p>
	{/if}
	{#if own.pearls > 1}<SharedHeadings {index} />{/if}
	{#if own.found.length > 0}
		<h2 class="border-y bg-shade px-3 py-1 text-xs text-quiet">found</h2>
		<ul>
			{#each own.found as { id, title } (id)}
				<li class="flex gap-2 px-3 py-1">
					<span aria-hidden="true">●</span>
					<a class="min-w-0 hover:underline" href={recordsAt(place, index.code, { whole: true, record: id })}
						>{title || id}</a
					>
				</li>
			{/each}
		</ul>
	{/if}
	{#if own.elsewhere.length > 0}
		<h2 class="border-y bg-shade px-3 py-1 text-xs text-quiet">
			not in this index, so no search of it can find them: {number(own.elsewhere.length)}
		</h2>
		<ul class="text-quiet">
			{#each own.elsewhere as { id, title } (id)}<li class="px-3 py-1">{title || id}</li>{/each}
		</ul>
	{/if}
</section>
