<script lang="ts">
	import { tick } from 'svelte';
	import { goto } from '$app/navigation';
	import { cellId, cellState, FIT_WORDS, inOrder, picksOf } from '$core/crosswalk';
	import { lanesAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	interface Props {
		/** The cell in hand, as `concept:index`. */
		current: string | undefined;
		onOpen: (conceptId: string, indexCode: string) => void;
		onClose: () => void;
	}
	let { current, onOpen, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	const concepts = $derived(store.concepts);
	const columns = $derived(store.columns);

	let row = $state(0);
	let column = $state(0);
	let grid: HTMLElement;

	// The cell named in the address is the one the keys start from.
	$effect(() => {
		const at = concepts.findIndex(({ id }) => current?.startsWith(`${id}:`));
		if (at < 0 || !current) return;
		row = at;
		column = Math.max(
			0,
			columns.findIndex(({ code }) => current.endsWith(`:${code}`))
		);
	});

	async function moveTo(nextRow: number, nextColumn: number) {
		row = Math.max(0, Math.min(concepts.length - 1, nextRow));
		column = Math.max(0, Math.min(columns.length - 1, nextColumn));
		await tick();
		grid.querySelector<HTMLElement>('[role=gridcell][tabindex="0"]')?.focus();
	}

	function lookUp() {
		const concept = concepts[row];
		const word = inOrder(store.inquiry.words).find(({ conceptId }) => conceptId === concept.id);
		void goto(lanesAt({ id: store.id, concept: concept.id }, word?.text.replace(/\*$/, '') ?? concept.name));
	}

	function noHeading() {
		const conceptId = concepts[row].id;
		const index = columns[column];
		const words = inOrder(store.inquiry.words).filter((word) => word.conceptId === conceptId);
		store.send({
			kind: 'cell.noHeading',
			conceptId,
			indexCode: index.code,
			edition: index.edition ?? '',
			tried: words.map(({ text }) => text)
		});
	}

	function onkeydown(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const moves: Record<string, () => unknown> = {
			ArrowUp: () => moveTo(row - 1, column),
			ArrowDown: () => moveTo(row + 1, column),
			ArrowLeft: () => moveTo(row, column - 1),
			ArrowRight: () => moveTo(row, column + 1),
			Home: () => moveTo(row, 0),
			End: () => moveTo(row, columns.length - 1),
			Enter: () => onOpen(concepts[row].id, columns[column].code),
			Escape: onClose,
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
	class="grid min-h-full min-w-full"
	style="grid-template-columns: minmax(150px, 190px) repeat({columns.length}, minmax(190px, 1fr)); grid-template-rows: auto repeat({concepts.length}, minmax(68px, auto))"
	{onkeydown}
>
	<div role="row" class="contents">
		<div role="columnheader" class="sticky top-0 left-0 z-10 border-r border-b bg-paper px-3 py-2 text-quiet">
			concept
		</div>
		{#each columns as index (index.code)}
			<div role="columnheader" class="sticky top-0 z-[5] flex items-center gap-2 border-b bg-paper px-3 py-2">
				<IndexMark {index} size={20} />
				<span class="font-semibold">{index.name}</span>
				<span class="truncate text-quiet">{index.discipline}</span>
			</div>
		{/each}
	</div>
	{#each concepts as concept, r (concept.id)}
		<div role="row" class="contents">
			<div role="rowheader" class="sticky left-0 z-[4] border-r border-b bg-paper px-3 py-2.5">
				<p class="leading-5 font-semibold">{concept.name}</p>
				<p class="text-xs text-quiet">
					{concept.status === 'required' ? '' : concept.status === 'exclude' ? 'excluded' : 'waiting'}
				</p>
			</div>
			{#each columns as index, c (index.code)}
				{@const id = cellId(concept.id, index.code)}
				{@const state = cellState(store.inquiry, concept.id, index.code)}
				{@const picks = picksOf(store.inquiry, concept.id, index.code)}
				<!-- svelte-ignore a11y_click_events_have_key_events (the grid handles its keys) -->
				<div
					role="gridcell"
					tabindex={r === row && c === column ? 0 : -1}
					aria-selected={id === current}
					class="group border-b px-3 py-2.5 hover:bg-shade aria-selected:bg-wash"
					class:undecided={state === 'undecided'}
					onclick={() => {
						row = r;
						column = c;
						onOpen(concept.id, index.code);
					}}
					onfocus={() => {
						row = r;
						column = c;
					}}
				>
					{#each picks as pick (pick.id)}
						<p class="leading-5" class:text-quiet={pick.role === 'rejected'}>
							{#each pick.headings as heading, i (heading.uri)}
								{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}<HeadingText
									label={heading.label}
									retired={pick.role === 'rejected'}
								/>
							{/each}
							<span class="text-xs whitespace-nowrap text-quiet">
								{[
									pick.role === 'rejected' ? 'rejected' : FIT_WORDS[pick.fit],
									pick.withNarrower && pick.role !== 'rejected' ? 'with narrower' : '',
									pick.role === 'recorded' ? 'recorded only' : ''
								]
									.filter(Boolean)
									.join(' · ')}
							</span>
						</p>
					{/each}
					{#if state === 'noHeading'}
						<p class="text-quiet">no heading here</p>
					{:else if state === 'undecided'}
						<p class="text-xs text-quiet">
							undecided
							<span class="opacity-0 group-hover:opacity-100 group-focus:opacity-100">
								· <kbd class="key-cap">L</kbd> look up · <kbd class="key-cap">N</kbd> no heading
							</span>
						</p>
					{/if}
				</div>
			{/each}
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
</style>
