<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { OpenedResult } from '$lib/server/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';
	import PageFoot from '../parts/PageFoot.svelte';
	import type { RecordMarks } from '$lib/server/reading';
	import MarkedRecords from './MarkedRecords.svelte';
	import RecordList from './RecordList.svelte';
	import RecordView from './RecordView.svelte';

	/** A result as a list, page by page, with the record in hand beside it. */
	interface Props {
		found: OpenedResult['page'];
		marks: readonly RecordMarks[];
		sheet: OpenedResult['sheet'];
		/** Records of a page. */
		size: number;
		index: IndexSummary;
		concept: Concept | undefined;
		/** The order that was asked for is on its way. */
		isReordering: boolean;
		/** Changes what the address says. */
		show: (changes: Record<string, string>, replace?: boolean) => Promise<void>;
		/** Which of the two is printed. */
		onPaper: 'record' | 'list';
		/** Puts all of them on the reading list. */
		onTake: () => void;
	}
	let { found, marks, sheet, size, index, concept, isReordering, show, onPaper, onTake }: Props = $props();
	const store = $derived(useInquiry()());
	const open = (id: string) => void show({ record: id });
	/** Marked over all pages of the result. */
	let marked = $state.raw<ReadonlySet<string>>(new Set());
	function mark(id: string) {
		const next = new Set(marked);
		if (!next.delete(id)) next.add(id);
		marked = next;
	}
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

<div
	class="on-paper flex min-h-0 flex-1 max-md:block max-md:overflow-auto print:block"
	class:opacity-60={isReordering}
>
	<div
		class="flex w-[430px] shrink-0 flex-col border-r max-md:w-full print:w-full print:border-0 {onPaper ===
		'record'
			? 'print:hidden'
			: 'print:block'}"
	>
		<div class="relative min-h-0 flex-1 overflow-y-auto print:overflow-visible">
			<h1 class="mb-2 hidden text-lg font-semibold print:block">
				{store.inquiry.about.title}: records {found.offset + 1} to {found.offset + found.records.length} of {number(
					found.count
				)} in {index.name}
			</h1>
			<RecordList
				records={found.records}
				offset={found.offset}
				{index}
				current={sheet?.id}
				onOpen={open}
				onBeyond={beyond}
				{marks}
				{marked}
				onMark={mark}
			/>
		</div>
		{#if marked.size > 0}<MarkedRecords
				indexCode={index.code}
				marked={[...marked]}
				onLetGo={() => (marked = new Set())}
			/>{/if}
		<PageFoot
			offset={found.offset}
			{size}
			count={found.count}
			noun="records"
			onTurn={(by) => void pageTo(found.offset + by * size)}
			><button data-changes class="quiet-action !py-0.5 whitespace-nowrap" onclick={onTake}
				>Put all on the reading list</button
			></PageFoot
		>
	</div>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div
		class="relative min-w-0 flex-1 overflow-y-auto {onPaper === 'record'
			? 'print:overflow-visible'
			: 'print:hidden'}"
		tabindex="0"
		role="region"
		aria-label="Record"
	>
		{#if sheet}<RecordView {sheet} {index} {concept} onRead={(id) => void readOn(id)} />{/if}
	</div>
</div>
