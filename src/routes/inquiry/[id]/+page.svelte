<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { cellId, isThin } from '$core/crosswalk';
	import { Asked } from '$lib/client/asked.svelte';
	import type { PearlsOfCell } from '$lib/server/reading';
	import CellFilter, { FILTERS, SAYS, type Filter } from '$lib/components/crosswalk/CellFilter.svelte';
	import CellSheet from '$lib/components/crosswalk/CellSheet.svelte';
	import CrosswalkGrid from '$lib/components/crosswalk/CrosswalkGrid.svelte';
	import TakeAway from '$lib/components/crosswalk/TakeAway.svelte';
	import TakeIn from '$lib/components/crosswalk/TakeIn.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { crosswalkAt, draftAt, questionAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';

	const store = $derived(useInquiry()());
	const cell = $derived(page.url.searchParams.get('cell') ?? undefined);
	const inHand = $derived.by(() => {
		for (const concept of store.concepts)
			for (const index of store.columns)
				if (cellId(concept.id, index.code) === cell) return { concept, index };
		return undefined;
	});

	const asked = $derived(page.url.searchParams.get('show') as Filter);
	const filter = $derived(FILTERS.includes(asked) ? asked : 'all');
	const since = $derived(page.url.searchParams.get('since') ?? '');
	const reading = $derived(page.url.searchParams.get('reading') === 'compact' ? 'compact' : 'full');
	let takingIn = $state(false);
	const hasPearls = $derived(Object.keys(store.inquiry.pearls).length > 0);
	const withPearls = $derived(hasPearls && page.url.searchParams.get('with') === 'pearls');
	const pearls = new Asked<Record<string, PearlsOfCell>>(() =>
		withPearls ? `/inquiry/${store.id}/pearls/cells?at=${store.followed}` : undefined
	);

	const passes: Record<Filter, (conceptId: string, code: string) => boolean> = {
		all: () => true,
		undecided: (conceptId, code) => store.cells.at(conceptId, code).state === 'undecided',
		thin: (conceptId, code) =>
			isThin(store.cells.at(conceptId, code), store.coverage[cellId(conceptId, code)]?.headings),
		flagged: (conceptId, code) =>
			store.cells.at(conceptId, code).picks.some(({ id }) => store.facts.facts[id]?.flags.length > 0),
		changed: (conceptId, code) => {
			const at = store.facts.changed[cellId(conceptId, code)];
			return at !== undefined && (since === '' || at >= since);
		}
	};
	const all = $derived(
		store.concepts.flatMap((concept) => store.columns.map(({ code }) => ({ conceptId: concept.id, code })))
	);
	const count = (one: Filter) => all.filter(({ conceptId, code }) => passes[one](conceptId, code)).length;
	const standingOut = $derived(
		filter === 'all'
			? undefined
			: new Set(
					all
						.filter(({ conceptId, code }) => passes[filter](conceptId, code))
						.map(({ conceptId, code }) => cellId(conceptId, code))
				)
	);
	const concepts = $derived(
		standingOut
			? store.concepts.filter(({ id }) => store.columns.some(({ code }) => standingOut.has(cellId(id, code))))
			: store.concepts
	);

	function show(changes: Record<string, string>) {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(changes))
			if (value) url.searchParams.set(name, value);
			else url.searchParams.delete(name);
		void goto(url, { keepFocus: true, noScroll: true, replaceState: true });
	}
	const open = (conceptId: string, code: string) => {
		const url = new URL(page.url);
		url.searchParams.set('concept', conceptId);
		url.searchParams.set('cell', cellId(conceptId, code));
		void goto(url, { keepFocus: true, noScroll: true });
	};
	const close = () =>
		goto(crosswalkAt(placeOf(store)), {
			keepFocus: true,
			noScroll: true
		});

	const visible = (what: string) =>
		[...document.querySelectorAll<HTMLElement>(what)].find((one) => one.checkVisibility());

	/** Closes the cell in hand, or leaves its sheet for the grid. */
	function back(event: KeyboardEvent) {
		if (event.key !== 'Escape') return;
		if (document.activeElement?.closest('aside'))
			document.querySelector<HTMLElement>('[role=gridcell][tabindex="0"]')?.focus();
		else void close();
	}

	$effect(() =>
		useKeys({
			title: 'Crosswalk',
			keys: [
				{ shown: ['←', '→', '↑', '↓'], does: 'Walk the cells' },
				{ shown: ['Enter'], does: 'Open the cell beside the crosswalk' },
				{
					shown: ['G'],
					does: 'From a cell into its suggestions',
					bind: 'g',
					// Where all of them are folded away, to what opens them.
					run: () => (visible('[data-suggestion]') ?? visible('aside summary'))?.focus()
				},
				{
					shown: ['M'],
					does: 'From a cell to what was said of it, to say more',
					bind: 'm',
					run: () => visible('aside [data-say]')?.focus()
				},
				{ shown: ['Esc'], does: 'Back to the grid, then close the cell' },
				{ shown: ['L'], does: 'Look the concept’s first word up' },
				{ shown: ['N'], does: 'Decide: no heading here' },
				{
					shown: ['D'],
					does: 'Draft what is undecided from suggestions',
					bind: 'd',
					run: () => void goto(draftAt(placeOf(store)))
				}
			]
		})
	);
</script>

<svelte:head><title>Crosswalk · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-x-3 border-b px-3 py-1 print:hidden">
	<h1 class="font-semibold">Crosswalk</h1>
	<span class="text-quiet max-2xl:sr-only"
		>{all.length - count('undecided')} of {all.length} cells decided</span
	>
	<CellFilter {filter} {since} {count} {show} />
	<span class="ml-auto"></span>
	{#if count('undecided') > 0}<a class="quiet-action border" href={draftAt(placeOf(store))}>Draft the rest</a
		>{/if}
	<button
		class="quiet-action"
		aria-pressed={reading === 'compact'}
		onclick={() => show({ reading: reading === 'full' ? 'compact' : '' })}
		>{reading === 'full' ? 'Headings alone' : 'With fits and notes'}</button
	>
	{#if hasPearls}<button
			class="quiet-action"
			aria-pressed={withPearls}
			onclick={() => show({ with: withPearls ? '' : 'pearls' })}
			>{withPearls ? 'Without pearls' : 'Pearls'}</button
		>{/if}
	<button class="quiet-action" onclick={() => window.print()}>Print</button>
	<button class="quiet-action" onclick={() => (takingIn = true)}>Import</button>
	<TakeAway />
</div>
{#if store.concepts.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A crosswalk has a row for each concept. Split the question into its ideas first.</p>
		<a class="action" href={questionAt(placeOf(store))}>To the question</a>
	</div>
{:else if store.columns.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A crosswalk has a column for each subject index. Choose the ones worth searching.</p>
		<a class="action" href="/inquiry/{store.id}/indexes">Choose subject indexes</a>
	</div>
{:else}
	<!-- svelte-ignore a11y_no_static_element_interactions (only the way out is handled here, for the grid and the sheet alike) -->
	<div class="flex min-h-0 flex-1 print:block" onkeydown={back}>
		<div class="min-w-0 flex-1 overflow-auto print:overflow-visible">
			<h1 class="mb-2 hidden text-lg font-semibold print:block">
				{store.inquiry.about.title}: crosswalk
			</h1>
			{#if concepts.length === 0}
				<p class="p-6 text-quiet">
					No cell is {filter === 'changed' ? 'changed since then' : SAYS[filter]}.
					<button class="quiet-action" onclick={() => show({ show: '' })}>Show all cells</button>
				</p>
			{:else}
				<CrosswalkGrid
					current={inHand ? cell : undefined}
					{concepts}
					{standingOut}
					{reading}
					pearls={withPearls ? (pearls.value ?? {}) : undefined}
					onOpen={open}
				/>
			{/if}
		</div>
		{#if inHand}
			{#key cell}<CellSheet concept={inHand.concept} index={inHand.index} onClose={close} />{/key}
		{/if}
	</div>
{/if}
<TakeIn bind:open={takingIn} />
