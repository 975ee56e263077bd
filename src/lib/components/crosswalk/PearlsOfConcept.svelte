<script lang="ts">
	import { cellId, type Concept } from '$core/crosswalk';
	import type { PearlsOfCell } from '$lib/server/reading';
	import { pearlsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** What a concept's headings catch of the pearls, index by index; of an excluded one, what it takes away. */
	let { concept, pearls }: { concept: Concept; pearls: Record<string, PearlsOfCell> } = $props();
	const store = $derived(useInquiry()());
	const rows = $derived(
		store.columns.flatMap((index) => {
			const own = pearls[cellId(concept.id, index.code)];
			return own ? [{ index, own }] : [];
		})
	);
</script>

{#each rows as { index, own } (index.code)}
	<a
		class="grid min-h-6 grid-cols-[16px_1fr_44px_44px] items-center gap-x-1.5 text-xs hover:underline"
		href={pearlsAt({ ...placeOf(store), concept: concept.id, index: index.code })}
	>
		<IndexMark {index} size={14} label={index.name} />
		<span class="relative h-1.5 bg-shade" aria-hidden="true"
			><span
				class="absolute inset-y-0 left-0 bg-[var(--lichen-wash)]"
				style="width: {(100 * own.any) / own.of}%"
			></span><span
				class="absolute inset-y-0 left-0 bg-lichen"
				style="width: {(100 * own.headings) / own.of}%"
			></span></span
		>
		<span class="text-right">{own.headings}/{own.of}</span>
		<span class="text-right text-quiet">{own.any}/{own.of}</span>
	</a>
{:else}<span class="text-xs text-quiet">no part in the search</span>{/each}
{#if concept.status === 'exclude' && rows.some(({ own }) => own.any > 0)}<p class="text-xs text-warn">
		taken away
	</p>{/if}
