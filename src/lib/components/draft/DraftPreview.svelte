<script lang="ts">
	import { FIT_WORDS, type Fit } from '$core/crosswalk';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { counted } from '../parts/numbers';
	import type { DraftLine } from './draft.svelte';

	/** What taking all that is likely picks: each can be left out, and all are judged in one go. */
	interface Props {
		lines: readonly DraftLine[];
		onTake: (lines: readonly DraftLine[], fit: Fit) => void;
		onClose: () => void;
	}
	let { lines, onTake, onClose }: Props = $props();
	let open = $state(true);
	let fit = $state<Fit>('notJudged');
	/** What is left out, by cell and heading. */
	let leftOut = $state.raw<ReadonlySet<string>>(new Set());
	const nameOf = ({ cell, line }: DraftLine) => `${cell.id} ${line.heading.id}`;
	const concepts = $derived([...new Map(lines.map(({ cell }) => [cell.concept.id, cell.concept])).values()]);
	const wanted = $derived(lines.filter((one) => !leftOut.has(nameOf(one))));
	const cells = $derived(new Set(wanted.map(({ cell }) => cell.id)).size);
	const FITS = (Object.keys(FIT_WORDS) as Fit[]).map((value) => ({ value, says: FIT_WORDS[value] }));

	function turn(one: DraftLine, on: boolean) {
		const next = new Set(leftOut);
		if (on) next.delete(nameOf(one));
		else next.add(nameOf(one));
		leftOut = next;
	}
</script>

<Panel bind:open title="Pick likely headings" {onClose}>
	<p class="mb-2">
		{counted(wanted.length, 'heading')} in {counted(cells, 'cell')}, in one step that one undo takes back. Why
		each was suggested stands in the history of its cell.
	</p>
	<p class="mb-2 flex items-center gap-2">
		<span>Judge all of them</span>
		<Select label="Fit of all of them" value={fit} options={FITS} onChange={(chosen) => (fit = chosen)} />
	</p>
	{#each concepts as concept (concept.id)}
		<h3 class="mt-2 font-semibold">{concept.name}</h3>
		<ul>
			{#each lines.filter(({ cell }) => cell.concept.id === concept.id) as one (nameOf(one))}
				{@const on = !leftOut.has(nameOf(one))}
				<li class="flex items-center gap-2 py-0.5">
					<IndexMark index={one.cell.index} size={16} />
					<span class:opacity-60={!on}><HeadingText label={one.line.heading.label} /></span>
					<span class="text-xs text-quiet">{Math.round(100 * one.line.score)}</span>
					<span class="ml-auto text-xs"
						><WordSwitch {on} onChange={(next) => turn(one, next)}
							>{on ? 'picked' : 'left out'}<span class="sr-only">: {one.line.heading.label}</span></WordSwitch
						></span
					>
				</li>
			{/each}
		</ul>
	{/each}
	<p class="mt-4 flex gap-2">
		<button
			data-changes
			class="action"
			disabled={wanted.length === 0}
			onclick={() => {
				open = false;
				onTake(wanted, fit);
			}}>Pick {counted(wanted.length, 'heading')}</button
		>
		<button class="quiet-action" onclick={onClose}>Cancel</button>
	</p>
</Panel>
