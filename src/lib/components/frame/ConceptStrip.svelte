<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { questionAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import SightingsPanel from '../sightings/SightingsPanel.svelte';
	import { useKeys } from '../parts/keys.svelte';

	const store = $derived(useInquiry()());
	const current = $derived(currentConcept(store));
	let sightingsOpen = $state(false);
	let strip: HTMLElement;
	// The concept in hand is always in view, however many there are.
	$effect(() => {
		void current?.id;
		strip.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
	});
	const waiting = $derived(
		Object.values(store.inquiry.sightings).filter(({ state }) => state === 'open').length
	);
	const SAYS = { picks: 'decided', noHeading: 'no heading', undecided: 'undecided' } as const;

	function addressOf(concept: string): string {
		const url = new URL(page.url);
		url.searchParams.set('concept', concept);
		url.searchParams.delete('cell');
		return url.pathname + url.search;
	}

	function step(by: number) {
		const at = store.concepts.findIndex(({ id }) => id === current?.id);
		const next = store.concepts[at + by];
		if (next) void goto(addressOf(next.id), { keepFocus: true, noScroll: true });
	}

	$effect(() =>
		useKeys({
			title: 'Concepts',
			keys: [
				{ shown: ['['], does: 'The concept before', bind: '[', run: () => step(-1) },
				{ shown: [']'], does: 'The next concept', bind: ']', run: () => step(1) }
			]
		})
	);
</script>

<div class="flex shrink-0 items-center border-b bg-leaf print:hidden">
	<nav
		aria-label="Concepts"
		bind:this={strip}
		class="flex min-w-0 flex-1 items-stretch gap-0.5 overflow-x-auto px-2 py-1.5"
	>
		{#each store.concepts as concept (concept.id)}
			<a
				href={addressOf(concept.id)}
				data-sveltekit-noscroll
				data-sveltekit-keepfocus
				aria-current={concept.id === current?.id ? 'true' : undefined}
				class="group flex shrink-0 items-center gap-1 rounded-md border border-transparent px-1.5 py-1 text-[13px] hover:bg-shade aria-[current]:border-lichen aria-[current]:bg-wash"
			>
				<span class="group-aria-[current]:font-semibold">
					{#if concept.status === 'exclude'}<span class="text-quiet">not</span>{' '}{/if}{concept.name}
				</span>
				<span class="flex gap-px">
					{#each store.columns as index (index.code)}
						{@const state = store.cells.at(concept.id, index.code).state}
						<IndexMark
							{index}
							size={14}
							label="{index.name}: {SAYS[state]}"
							state={state === 'picks' ? 'decided' : state}
						/>
					{/each}
				</span>
			</a>
		{:else}
			<p class="py-1 text-quiet">
				No concepts yet. <a class="text-lichen-deep underline" href={questionAt(placeOf(store))}
					>Split the question</a
				> into its ideas first.
			</p>
		{/each}
	</nav>
	<button class="quiet-action shrink-0 !px-1.5" data-sightings onclick={() => (sightingsOpen = true)}
		>Sightings{#if waiting > 0}<span class="rounded-full bg-wash px-1.5 text-xs">{waiting}</span>{/if}</button
	>
</div>
<SightingsPanel bind:open={sightingsOpen} />
