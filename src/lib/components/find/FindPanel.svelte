<script lang="ts">
	import type { FindGroup } from './find-groups';
	import FindRow from './FindRow.svelte';

	/** Everything that is found for what is typed, in groups; the word field moves through it. */
	interface Props {
		id: string;
		groups: FindGroup[];
		/** What was typed. */
		query: string;
		/** The place of the line in hand among all lines; −1 for what was typed itself. */
		current: number;
		onOpen: () => void;
		onMore: () => void;
	}
	let { id, groups, query, current, onOpen, onMore }: Props = $props();
	/** Where each group's lines begin among all lines. */
	const starts = $derived(
		groups.map((_, i) => groups.slice(0, i).reduce((sum, { lines }) => sum + lines.length, 0))
	);
	const isWaiting = $derived(groups.some((group) => group.isWaiting));
	const hasMore = $derived(groups.some((group) => group.hasMore));
</script>

<div
	class="absolute top-full left-0 z-30 mt-1 flex max-h-[min(75vh,44rem)] w-[min(46rem,calc(100vw-6rem))] flex-col border bg-paper shadow-lg max-sm:w-[calc(100vw-1.5rem)]"
	data-find
>
	<p class="border-b px-3 py-1.5 text-xs text-quiet">
		<kbd class="key-cap">Enter</kbd> looks “{query}” up in every index, lane by lane ·
		<kbd class="key-cap">↓</kbd> goes through what is found
	</p>
	<div {id} role="listbox" aria-label="What is found" class="min-h-0 flex-1 overflow-y-auto pb-1">
		{#each groups as group, g (group.name)}
			<div role="group" aria-labelledby="{id}-{g}">
				<p class="flex items-baseline gap-2 px-3 pt-2 pb-0.5 text-xs" id="{id}-{g}">
					<span class="font-semibold">{group.name}</span>
					{#if group.fault}<span class="text-warn">{group.fault}</span>{:else}<span
							class="truncate text-quiet">{group.isWaiting ? 'looking' : group.says}</span
						>{/if}
				</p>
				{#each group.lines as line, l (`${line.at} ${l}`)}
					<FindRow {line} id="{id}-{starts[g] + l}-line" isCurrent={current === starts[g] + l} {onOpen} />
				{/each}
			</div>
		{/each}
		{#if groups.length === 0}
			<p class="px-3 py-3">
				Nothing here says “{query}”: no heading, record, name, or part of this inquiry.
				{#if query.length === 1}Names are found from two letters on.{/if}
				<span class="text-quiet">Enter shows what stands next in the alphabet of each index.</span>
			</p>
		{/if}
	</div>
	{#if hasMore && !isWaiting}
		<p class="border-t px-3 py-1">
			<button
				type="button"
				class="quiet-action -mx-2 !py-0 text-xs"
				tabindex="-1"
				onmousedown={(event) => event.preventDefault()}
				onclick={onMore}>Show more of each</button
			>
			<kbd class="key-cap ml-1">Ctrl ↓</kbd>
		</p>
	{/if}
</div>
