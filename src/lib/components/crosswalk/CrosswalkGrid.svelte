<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { cellId, wordsOfConcept, type Concept } from '$core/crosswalk';
	import type { PearlsOfCell } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lanesAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import GridRowHead from './GridRowHead.svelte';
	import PearlsOfConcept from './PearlsOfConcept.svelte';
	import GridCell from './GridCell.svelte';
	import GridColumnHead from './GridColumnHead.svelte';

	interface Props {
		/** The cell in hand, as `concept:index`. */
		current: string | undefined;
		concepts: readonly Concept[];
		/** Cells a filter leaves; the others stand back. Undefined without a filter. */
		standingOut: ReadonlySet<string> | undefined;
		/** With notes and switches, or headings alone. */
		reading: 'compact' | 'full';
		/** What each cell catches of the pearls, where that is a column. */
		pearls?: Record<string, PearlsOfCell>;
		/** Cells that the change of the moment touched. */
		touched?: ReadonlySet<string>;
		onOpen: (conceptId: string, indexCode: string) => void;
	}
	let { current, concepts, standingOut, reading, pearls, touched, onOpen }: Props = $props();
	const store = $derived(useInquiry()());
	const columns = $derived(store.columns);

	let row = $state(0);
	let column = $state(0);
	let grid: HTMLElement;
	/** Beside the sheet of a cell, columns give way before any of them is out of sight. */
	const narrowest = $derived(current ? 150 : reading === 'full' ? 190 : 150);
	// A filter may leave fewer rows than there were.
	const rowInHand = $derived(Math.min(row, concepts.length - 1));

	// The cell named in the address is the one the keys start from; a change of the inquiry does not take them back to it.
	$effect(() => {
		const cell = current;
		untrack(() => {
			const at = concepts.findIndex(({ id }) => cell?.startsWith(`${id}:`));
			if (at < 0 || !cell) return;
			const own = columns.findIndex(({ code }) => cell.endsWith(`:${code}`));
			hold(at, Math.max(0, own));
			// The sheet takes room: what it is about stays in view.
			void tick().then(() =>
				grid.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
			);
		});
	});

	/** How many cells of a row or column have come to a decision. */
	const decided = (cells: [Concept, IndexSummary][]) =>
		cells.filter(([{ id }, { code }]) => store.cells.at(id, code).state !== 'undecided').length;

	const hold = (r: number, c: number) => ([row, column] = [r, c]);
	async function moveTo(nextRow: number, nextColumn: number) {
		const within = (at: number, of: number) => Math.max(0, Math.min(of - 1, at));
		hold(within(nextRow, concepts.length), within(nextColumn, columns.length));
		await tick();
		grid.querySelector<HTMLElement>('[role=gridcell][tabindex="0"]')?.focus();
	}

	function lookUp() {
		const concept = concepts[rowInHand];
		const [word] = wordsOfConcept(store.inquiry, concept.id);
		void goto(
			lanesAt({ ...placeOf(store), concept: concept.id }, word?.text.replace(/\*$/, '') ?? concept.name)
		);
	}

	function noHeading() {
		const conceptId = concepts[rowInHand].id;
		const index = columns[column];
		store.send({
			kind: 'cell.noHeading',
			conceptId,
			indexCode: index.code,
			edition: index.edition ?? '',
			tried: wordsOfConcept(store.inquiry, conceptId).map(({ text }) => text)
		});
	}

	function onkeydown(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey || concepts.length === 0) return;
		const moves: Record<string, () => unknown> = {
			ArrowUp: () => moveTo(rowInHand - 1, column),
			ArrowDown: () => moveTo(rowInHand + 1, column),
			ArrowLeft: () => moveTo(rowInHand, column - 1),
			ArrowRight: () => moveTo(rowInHand, column + 1),
			Home: () => moveTo(rowInHand, 0),
			End: () => moveTo(rowInHand, columns.length - 1),
			PageDown: () => moveTo(rowInHand + 5, column),
			PageUp: () => moveTo(rowInHand - 5, column),
			Enter: () => onOpen(concepts[rowInHand].id, columns[column].code),
			l: lookUp,
			n: noHeading
		};
		const move = moves[event.key];
		if (!move) return;
		event.preventDefault();
		move();
	}
</script>

<!-- svelte-ignore a11y_interactive_supports_focus (the cell in hand is what takes the focus, as the grid pattern has it) -->
<div
	bind:this={grid}
	role="grid"
	aria-label="Crosswalk: concepts down, indexes across"
	aria-rowcount={concepts.length + 1}
	aria-colcount={columns.length + (pearls ? 2 : 1)}
	class="grid min-h-full min-w-full content-start"
	style="grid-template-columns: {current
		? 'minmax(110px, 130px)'
		: 'minmax(150px, 190px)'} repeat({columns.length}, minmax({narrowest}px, 1fr)) {pearls
		? '190px'
		: ''}; grid-template-rows: auto repeat({concepts.length}, minmax({reading === 'full' ? 68 : 40}px, auto))"
	{onkeydown}
>
	<div role="row" class="contents">
		<div role="columnheader" class="sticky top-0 left-0 z-10 border-r border-b bg-paper px-3 py-2 text-quiet">
			concept
		</div>
		{#each columns as index (index.code)}
			<GridColumnHead
				{index}
				decided={decided(concepts.map((concept) => [concept, index]))}
				of={concepts.length}
			/>
		{/each}
		{#if pearls}<div role="columnheader" class="sticky top-0 z-[5] border-b border-l bg-paper px-3 py-2">
				pearls <span class="block text-right text-xs text-quiet">by headings · with words</span>
			</div>{/if}
	</div>
	{#each concepts as concept, r (concept.id)}
		{@const done = decided(columns.map((index) => [concept, index]))}
		<div role="row" class="contents">
			<GridRowHead {concept} {done} of={columns.length} />
			{#each columns as index, c (index.code)}
				{@const id = cellId(concept.id, index.code)}
				{@const content = store.cells.at(concept.id, index.code)}
				{@const stands = !standingOut || standingOut.has(id)}
				<!-- svelte-ignore a11y_click_events_have_key_events (the grid handles its keys) -->
				<div
					role="gridcell"
					tabindex={r === rowInHand && c === column ? 0 : -1}
					aria-selected={id === current}
					class="group min-w-0 scroll-mt-12 scroll-ml-36 border-b hover:bg-shade aria-selected:bg-wash {current
						? 'px-2'
						: 'px-3'} break-words {reading === 'full' ? 'py-2.5' : 'py-1.5'}"
					class:undecided={content.state === 'undecided' && stands}
					class:touched={touched?.has(id)}
					onclick={(event) => {
						// A number in the cell leads to its records instead.
						if ((event.target as HTMLElement).closest('a')) return;
						hold(r, c);
						onOpen(concept.id, index.code);
					}}
					onfocus={() => hold(r, c)}
				>
					{#if stands}<GridCell
							conceptId={concept.id}
							indexCode={index.code}
							{content}
							found={store.coverage[id]}
							{reading}
						/>
					{:else}<span class="text-quiet" aria-label="not among the cells shown">·</span>{/if}
				</div>
			{/each}
			{#if pearls}<div role="gridcell" class="border-b border-l px-3 py-2.5">
					<PearlsOfConcept {concept} {pearls} />
				</div>{/if}
		</div>
	{/each}
</div>

<style>
	/* An undecided cell is bare bark: faint strokes until something grows there. */
	.undecided {
		background-image: repeating-linear-gradient(
			-62deg,
			transparent 0 9px,
			color-mix(in oklch, var(--line) 42%, transparent) 9px 10px
		);
	}
	/* The change of the moment: a bar in the colour of what is in hand. */
	.touched {
		box-shadow: inset 3px 0 0 var(--lichen-deep);
	}
	@media print {
		[role='grid'] {
			font-size: 9pt;
		}
		[role='gridcell'] {
			break-inside: avoid;
		}
	}
</style>
