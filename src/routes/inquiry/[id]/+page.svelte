<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { cellId, cellState } from '$core/crosswalk';
	import CellSheet from '$lib/components/crosswalk/CellSheet.svelte';
	import Matrix from '$lib/components/crosswalk/Matrix.svelte';
	import { useKeys } from '$lib/components/frame/keys.svelte';
	import { crosswalkAt, questionAt } from '$lib/components/inquiry/addresses';
	import { currentConcept } from '$lib/components/inquiry/current-concept';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';

	const store = $derived(useInquiry()());
	const cell = $derived(page.url.searchParams.get('cell') ?? undefined);
	const inHand = $derived.by(() => {
		for (const concept of store.concepts)
			for (const index of store.columns)
				if (cellId(concept.id, index.code) === cell) return { concept, index };
		return undefined;
	});
	const decided = $derived(
		store.concepts.reduce(
			(sum, concept) =>
				sum +
				store.columns.filter(({ code }) => cellState(store.inquiry, concept.id, code) !== 'undecided').length,
			0
		)
	);

	const open = (conceptId: string, code: string) =>
		goto(crosswalkAt({ id: store.id, concept: conceptId }, cellId(conceptId, code)), {
			keepFocus: true,
			noScroll: true
		});
	const close = () =>
		goto(crosswalkAt({ id: store.id, concept: currentConcept(store)?.id }), {
			keepFocus: true,
			noScroll: true
		});

	$effect(() =>
		useKeys({
			title: 'Crosswalk',
			keys: [
				{ shown: ['←', '→', '↑', '↓'], does: 'Walk the cells' },
				{ shown: ['Enter'], does: 'Open the cell beside the crosswalk' },
				{ shown: ['Esc'], does: 'Close it' },
				{ shown: ['L'], does: 'Look the concept’s first word up' },
				{ shown: ['N'], does: 'Decide: no heading here' }
			]
		})
	);
</script>

<svelte:head><title>Crosswalk · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-baseline gap-4 border-b px-3 py-1.5">
	<h1 class="font-semibold">Crosswalk</h1>
	<span class="text-quiet">{decided} of {store.concepts.length * store.columns.length} cells decided</span>
	<span class="ml-auto text-quiet">Take it away as</span>
	<a class="quiet-action" href="/api/v1/inquiries/{store.id}/crosswalk.csv" download>CSV</a>
	<a class="quiet-action" href="/api/v1/inquiries/{store.id}/crosswalk.ttl" download>SKOS mappings (Turtle)</a
	>
</div>
{#if store.concepts.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A crosswalk has a row for each concept. Split the question into its ideas first.</p>
		<a class="action" href={questionAt({ id: store.id })}>To the question</a>
	</div>
{:else}
	<div class="flex min-h-0 flex-1">
		<div class="min-w-0 flex-1 overflow-auto">
			<Matrix current={inHand ? cell : undefined} onOpen={open} onClose={close} />
		</div>
		{#if inHand}
			<CellSheet concept={inHand.concept} index={inHand.index} onClose={close} />
		{/if}
	</div>
{/if}
