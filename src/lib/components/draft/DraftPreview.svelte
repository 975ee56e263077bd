<script lang="ts">
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import Panel from '../parts/Panel.svelte';
	import { counted } from '../parts/numbers';
	import type { DraftLine } from './draft.svelte';

	/** What taking all that is likely would pick, before it is done. */
	interface Props {
		lines: readonly DraftLine[];
		onTake: () => void;
		onClose: () => void;
	}
	let { lines, onTake, onClose }: Props = $props();
	let open = $state(true);
	const concepts = $derived([...new Map(lines.map(({ cell }) => [cell.concept.id, cell.concept])).values()]);
	const cells = $derived(new Set(lines.map(({ cell }) => cell.id)).size);
</script>

<Panel bind:open title="Pick all likely headings" {onClose}>
	<p class="mb-3">
		{counted(lines.length, 'heading')} in {counted(cells, 'cell')}, in one step that one undo takes back. Each
		says that it came from a suggestion, and is not judged yet.
	</p>
	{#each concepts as concept (concept.id)}
		<h3 class="mt-2 font-semibold">{concept.name}</h3>
		<ul>
			{#each lines.filter(({ cell }) => cell.concept.id === concept.id) as { cell, line } (cell.id + line.heading.id)}
				<li class="flex items-center gap-2 py-0.5">
					<IndexMark index={cell.index} size={16} /><HeadingText label={line.heading.label} />
					<span class="text-xs text-quiet">{Math.round(100 * line.score)}</span>
				</li>
			{/each}
		</ul>
	{/each}
	<p class="mt-4 flex gap-2">
		<button
			class="action"
			onclick={() => {
				open = false;
				onTake();
			}}>Pick {counted(lines.length, 'heading')}</button
		>
		<button class="quiet-action" onclick={onClose}>Not now</button>
	</p>
</Panel>
