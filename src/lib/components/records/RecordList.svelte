<script lang="ts">
	import { authorsInShort, yearOf } from '$core/evidence/citation';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { RecordLine } from '$lib/server/records';

	/** Records of a result as a list; the arrow keys walk it, and the record in hand stands beside it. */
	interface Props {
		records: readonly RecordLine[];
		/** Place of the first in the whole result. */
		offset: number;
		index: IndexSummary;
		current: string | undefined;
		/** Whether a heading of the record is in the crosswalk. */
		isRecorded: (uri: string) => boolean;
		onOpen: (id: string) => void;
		/** The list ends here and goes on in another page: forward or back. */
		onBeyond: (by: 1 | -1) => void;
	}
	let { records, offset, index, current, isRecorded, onOpen, onBeyond }: Props = $props();
	let list = $state<HTMLElement>();
	const at = $derived(records.findIndex(({ id }) => id === current));

	function move(to: number) {
		if (to < 0) return onBeyond(-1);
		if (to >= records.length) return onBeyond(1);
		onOpen(records[to].id);
		const row = list?.children[to] as HTMLElement | undefined;
		row?.focus();
		row?.scrollIntoView({ block: 'nearest' });
	}
	function onkeydown(event: KeyboardEvent) {
		const moves: Record<string, () => void> = {
			ArrowDown: () => move(at + 1),
			ArrowUp: () => move(at - 1),
			Home: () => move(0),
			End: () => move(records.length - 1),
			ArrowRight: () => document.querySelector<HTMLElement>('[data-tagged]')?.focus()
		};
		if (!moves[event.key] || event.ctrlKey || event.metaKey || event.altKey) return;
		event.preventDefault();
		moves[event.key]();
	}
</script>

<ul bind:this={list} role="listbox" aria-label="Records found in {index.name}" class="divide-y" tabindex="-1">
	{#each records as { id, item, kind, headings }, i (id)}
		{@const known = headings.filter(({ uri }) => isRecorded(uri)).length}
		<li
			role="option"
			aria-selected={id === current}
			tabindex={id === current || (at < 0 && i === 0) ? 0 : -1}
			data-record={id}
			class="grid cursor-pointer grid-cols-[34px_1fr] gap-x-2 px-3 py-2 hover:bg-shade aria-selected:bg-wash"
			onclick={() => onOpen(id)}
			{onkeydown}
		>
			<span class="text-right text-xs text-quiet">{offset + i + 1}</span>
			<span class="min-w-0">
				<span class="block font-medium">{item.title || 'Without a title'}</span>
				<span class="block text-xs text-quiet"
					>{[authorsInShort(item), item['container-title'] ?? item.publisher, yearOf(item) ?? 'no year']
						.filter(Boolean)
						.join(' · ')}</span
				>
				<span class="block text-xs text-quiet"
					>{kind} · {known} of {headings.length} {index.headingNoun} in the crosswalk</span
				>
			</span>
		</li>
	{/each}
</ul>
