<script lang="ts">
	import type { FindLine } from './find-groups';
	import FindRow from './FindRow.svelte';

	/** What was looked at lately, below the empty word field. */
	interface Props {
		id: string;
		lines: FindLine[];
		current: number;
		/** Where all of it is. */
		all: string;
		onOpen: () => void;
	}
	let { id, lines, current, all, onOpen }: Props = $props();
</script>

<div
	class="absolute top-full left-0 z-30 mt-1 flex max-h-[min(75vh,44rem)] w-[min(38rem,calc(100vw-6rem))] flex-col border bg-paper shadow-lg max-sm:w-[calc(100vw-1.5rem)]"
	data-recent
>
	<p class="border-b px-3 py-1.5 text-xs text-quiet">
		<span class="font-semibold text-bark">Recent</span> · what you looked at here, seen by nobody else
	</p>
	<div {id} role="listbox" aria-label="Recent" class="min-h-0 flex-1 overflow-y-auto py-1">
		{#each lines as line, i (line.at)}
			<FindRow {line} id="found-{i}-line" isCurrent={current === i} {onOpen} />
		{/each}
	</div>
	<p class="border-t px-3 py-1">
		<a class="quiet-action -mx-2 !py-0 text-xs" href={all} onclick={onOpen}
			>All recent: keep, put together, delete</a
		>
	</p>
</div>
