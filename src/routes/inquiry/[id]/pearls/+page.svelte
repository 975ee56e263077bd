<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import { recordsAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import PearlColumn from '$lib/components/pearls/PearlColumn.svelte';
	import TakePearls from '$lib/components/pearls/TakePearls.svelte';
	import type { PearlsOfIndex } from '$lib/server/reading';

	/** The records known to be relevant, and how the search of each index does with them. */
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const marked = $derived(Object.keys(store.inquiry.pearls).length);
	let isTaking = $state(false);
	// A change is on the screen a moment before it is saved; what is asked is of what is saved.
	const asked = new Asked<PearlsOfIndex[]>(
		() => `/inquiry/${store.id}/pearls/state?at=${store.followed}`,
		60
	);
	const columns = $derived(
		(asked.value ?? []).flatMap((own) => {
			const index = store.columns.find(({ code }) => code === own.index);
			return index ? [{ own, index }] : [];
		})
	);

	/** Where the keys are. A pearl that is caught leaves its place to the next one, and the keys stay there. */
	let inHand: { column: string; at: number } | undefined;
	function onfocusin({ target }: FocusEvent) {
		const row = (target as HTMLElement).closest('[data-pearl]');
		const column = row?.closest<HTMLElement>('[data-column]');
		inHand =
			row && column
				? { column: column.dataset.column ?? '', at: rowsOf(column).indexOf(row as HTMLElement) }
				: undefined;
	}
	const rowsOf = (column: Element) => [...column.querySelectorAll<HTMLElement>('[data-pearl]')];
	$effect(() => {
		void columns;
		if (!inHand || document.activeElement !== document.body) return;
		const column = document.querySelector(`[data-column="${inHand.column}"]`);
		const rows = column ? rowsOf(column) : [];
		(
			rows[Math.min(inHand.at, rows.length - 1)] ?? document.querySelector<HTMLElement>('[data-pearls]')
		)?.focus();
	});

	function onkeydown(event: KeyboardEvent) {
		const row = (event.target as HTMLElement).closest<HTMLElement>('[data-pearl]');
		if (!row || event.target !== row || event.ctrlKey || event.metaKey || event.altKey) return;
		const lists = [...document.querySelectorAll('[data-column]')].map(rowsOf);
		const column = lists.findIndex((rows) => rows.includes(row));
		const at = lists[column].indexOf(row);
		const beside = (step: 1 | -1) => {
			for (let i = column + step; lists[i]; i += step)
				if (lists[i].length > 0) return lists[i][Math.min(at, lists[i].length - 1)].focus();
		};
		const moves: Record<string, () => void> = {
			ArrowDown: () => lists[column][at + 1]?.focus(),
			ArrowUp: () => lists[column][at - 1]?.focus(),
			ArrowRight: () => beside(1),
			ArrowLeft: () => beside(-1),
			Enter: () => row.querySelector('a')?.click()
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}
	$effect(() =>
		useKeys({
			title: 'Pearls',
			keys: [
				{ shown: ['↑', '↓'], does: 'Walk the missed pearls of an index' },
				{ shown: ['←', '→'], does: 'To the index beside' },
				{ shown: ['Space'], does: 'Do all that lets the pearl through, in one step' },
				{ shown: ['Enter'], does: 'Read the record' },
				{
					shown: ['G'],
					does: 'To the first missed pearl',
					bind: 'g',
					run: () => document.querySelector<HTMLElement>('[data-pearl]')?.focus()
				},
				{ shown: ['T'], does: 'Import pearls', bind: 't', run: () => (isTaking = true) }
			]
		})
	);
</script>

<svelte:head><title>Pearls · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-4 py-1.5">
	<h1 class="font-semibold">Pearls</h1>
	<span class="text-quiet"
		>{counted(marked, 'record')} known to be relevant; a good search finds them all</span
	>
	<button class="quiet-action ml-auto border" onclick={() => (isTaking = true)}>Import pearls</button>
</div>
{#if marked === 0}
	<div class="m-auto max-w-lg p-8 text-center">
		<p class="mb-3">
			A pearl is a record that you know to be relevant. Mark one with L wherever a record is open, or import a
			list. The search is then held against them: which it finds, and what would catch those it misses.
		</p>
		<p class="flex justify-center gap-2">
			<a class="action" href={recordsAt(place)}>Read records</a>
			<button class="quiet-action border" onclick={() => (isTaking = true)}>Import pearls</button>
		</p>
	</div>
{:else if asked.fault && !asked.value}
	<p class="p-4 text-warn">{asked.fault.message} The pearls themselves are kept.</p>
{:else if !asked.value}
	<p class="p-4 text-quiet" aria-live="polite">Holding the search of each index against the pearls …</p>
{:else}
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex (rows handle their keys here; what scrolls is reached by keys) -->
	<div
		class="grid min-h-0 flex-1 items-start overflow-auto max-md:!grid-cols-1"
		style="grid-template-columns: repeat({columns.length}, minmax(256px, 1fr))"
		role="region"
		aria-label="Pearls by index"
		tabindex="0"
		data-pearls
		{onkeydown}
		{onfocusin}
	>
		{#each columns as { own, index } (index.code)}<PearlColumn {own} {index} />{/each}
	</div>
{/if}
<TakePearls bind:open={isTaking} />
