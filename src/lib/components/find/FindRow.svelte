<script lang="ts">
	import FreeWord from '../marks/FreeWord.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';
	import type { FindLine } from './find-groups';

	/** One line of what is found: what it is, why it is there, and how many records of each index. */
	interface Props {
		line: FindLine;
		id: string;
		isCurrent: boolean;
		onOpen: () => void;
	}
	let { line, id, isCurrent, onOpen }: Props = $props();
	const store = $derived(useInquiry()());
	const indexOf = (code: string | undefined) => store.columns.find((index) => index.code === code);
	const own = $derived(indexOf(line.index));
</script>

<a
	{id}
	href={line.at}
	role="option"
	aria-selected={isCurrent}
	tabindex="-1"
	class="flex items-center gap-2 px-3 py-1 hover:bg-shade aria-selected:bg-wash"
	onclick={onOpen}
>
	{#if own}<IndexMark index={own} size={16} label={own.name} />{/if}
	<span class="min-w-0 shrink truncate"
		>{#if line.voice === 'heading'}<HeadingText label={line.text} />{:else if line.voice === 'word'}<FreeWord
				text={line.text}
			/>{:else}{line.text}{/if}</span
	>
	<span class="min-w-0 flex-1 shrink-[3] truncate text-xs text-quiet">{line.says}</span>
	{#each line.of ?? [] as { index, count } (index)}
		{@const mark = indexOf(index)}
		{#if mark && index !== line.index}<span
				class="flex shrink-0 items-center gap-1 text-xs text-quiet tabular-nums"
				><IndexMark index={mark} size={14} label={mark.name} />{number(count)}</span
			>{:else}<span class="shrink-0 text-xs text-quiet tabular-nums"
				>{number(count)}<span class="sr-only">{count === 1 ? ' record' : ' records'}</span></span
			>{/if}
	{/each}
</a>
