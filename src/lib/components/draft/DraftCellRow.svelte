<script lang="ts">
	import type { SuggestionLine } from '$lib/server/crosswalk';
	import { lanesAt, lineageAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import SuggestionText from '../crosswalk/SuggestionText.svelte';
	import type { Draft, DraftCell } from './draft.svelte';

	/** A cell of the draft: what is picked in it by now, and what is suggested still. */
	interface Props {
		draft: Draft;
		cell: DraftCell;
		onTake: (line: SuggestionLine, role: 'searched' | 'rejected') => void;
	}
	let { draft, cell, onTake }: Props = $props();
	const store = $derived(useInquiry()());
	const { concept, index } = $derived(cell);
	const place = $derived({ id: store.id, concept: concept.id });
	const lines = $derived(draft.linesOf(cell));
	const likely = $derived(lines?.filter(({ likelihood }) => likelihood === 'likely') ?? []);
	const possible = $derived(lines?.filter(({ likelihood }) => likelihood === 'possible') ?? []);
	const picked = $derived(
		store.cells.at(concept.id, index.code).picks.filter(({ role }) => role !== 'rejected')
	);
</script>

<div
	class="grid grid-cols-[120px_minmax(0,1fr)] gap-x-3 border-t py-2 max-md:grid-cols-1"
	data-cell={cell.id}
>
	<p class="flex items-center gap-2 self-start"><IndexMark {index} size={20} /> {index.name}</p>
	<div>
		{#if picked.length > 0}
			<p class="mb-1 text-xs text-quiet">
				picked: {#each picked as pick, i (pick.id)}{i > 0
						? ', '
						: ''}{#each pick.headings as heading, j (heading.uri)}{j > 0 ? ' together with ' : ''}<HeadingText
							label={heading.label}
						/>{/each}{/each}
			</p>
		{/if}
		{#if !lines}
			<p class="text-quiet">waiting</p>
		{:else if likely.length + possible.length === 0}
			<p class="text-quiet">
				{picked.length > 0 ? 'Nothing more that is likely or possible.' : 'Nothing likely or possible.'}
				{#if picked.length === 0}<a class="quiet-action" href={lanesAt(place, concept.name)}>Look it up</a
					>{/if}
			</p>
		{:else}
			{@render rows(likely)}
			{#if possible.length > 0}
				<details class="text-xs" open={likely.length === 0 && picked.length === 0}>
					<summary class="cursor-pointer py-0.5 text-quiet">{possible.length} possible</summary>
					{@render rows(possible)}
				</details>
			{/if}
		{/if}
	</div>
</div>

{#snippet rows(some: readonly SuggestionLine[])}
	<ul class="divide-y">
		{#each some as line (line.heading.id)}
			<li class="flex gap-2 py-1 text-sm" data-line={line.heading.id}>
				<SuggestionText {line} {index} href={lineageAt(place, index.code, line.heading.id)} />
				<div class="flex shrink-0 items-start text-xs">
					<button
						data-changes
						class="quiet-action !px-1.5 !py-0"
						tabindex="-1"
						onclick={() => onTake(line, 'searched')}
						>Pick{' '}<span class="sr-only">{line.heading.label} for {concept.name}</span></button
					>
					<button
						data-changes
						class="quiet-action !px-1.5 !py-0"
						tabindex="-1"
						onclick={() => onTake(line, 'rejected')}
						>Reject{' '}<span class="sr-only">{line.heading.label} for {concept.name}</span></button
					>
				</div>
			</li>
		{/each}
	</ul>
{/snippet}
