<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { OpenedResult } from '$lib/server/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { number } from '../parts/numbers';
	import RecordList from './RecordList.svelte';
	import RecordView from './RecordView.svelte';

	/** A result as a list, page by page, with the record in hand beside it. */
	interface Props {
		found: OpenedResult['page'];
		sheet: OpenedResult['sheet'];
		/** Records of a page. */
		size: number;
		index: IndexSummary;
		concept: Concept | undefined;
		/** The order that was asked for is on its way. */
		isReordering: boolean;
		/** Changes what the address says. */
		show: (changes: Record<string, string>, replace?: boolean) => Promise<void>;
	}
	let { found, sheet, size, index, concept, isReordering, show }: Props = $props();
	const last = $derived(Math.min(found.count, found.offset + size));
	const open = (id: string) => void show({ record: id });
	/** A neighbour is read in its place; the way back is the browser's own. */
	async function readOn(id: string) {
		await show({ record: id }, false);
		document.querySelector('[aria-label=Record]')?.scrollTo({ top: 0 });
	}
	const pageTo = (from: number) => show({ from: from > 0 ? String(from) : '', record: '' }, false);
	async function beyond(by: 1 | -1) {
		const from = found.offset + by * size;
		if (from < 0 || from >= found.count) return;
		await pageTo(from);
		const rows = document.querySelectorAll<HTMLElement>('[data-record]');
		rows[by > 0 ? 0 : rows.length - 1]?.focus();
	}
</script>

<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto" class:opacity-60={isReordering}>
	<div class="flex w-[430px] shrink-0 flex-col border-r max-md:w-full">
		<div class="relative min-h-0 flex-1 overflow-y-auto">
			<RecordList
				records={found.records}
				offset={found.offset}
				{index}
				current={sheet?.id}
				onOpen={open}
				onBeyond={beyond}
			/>
		</div>
		<div class="flex items-center gap-2 border-t px-3 py-1 text-xs">
			<span class="text-quiet">{number(found.offset + 1)} to {number(last)} of {number(found.count)}</span>
			<span class="ml-auto"></span>
			<button
				class="quiet-action !py-0.5"
				disabled={found.offset === 0}
				onclick={() => pageTo(found.offset - size)}>Earlier</button
			>
			<button
				class="quiet-action !py-0.5"
				disabled={last >= found.count}
				onclick={() => pageTo(found.offset + size)}>Further</button
			>
		</div>
	</div>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div class="relative min-w-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Record">
		{#if sheet}<RecordView {sheet} {index} {concept} onRead={(id) => void readOn(id)} />{/if}
	</div>
</div>
