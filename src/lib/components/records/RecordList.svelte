<script lang="ts">
	import { authorsInShort, yearOf } from '$core/evidence/citation';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { FoundRecord } from '$lib/server/search';
	import Pearl from '@lucide/svelte/icons/gem';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { walkList } from '../parts/list-keys';
	import HeadingText from '../marks/HeadingText.svelte';
	import { pearlFor } from '../pearls/marking';
	import ListedMark from '../listing/ListedMark.svelte';
	import type { RecordMarks } from '$lib/server/reading';
	import { number } from '../parts/numbers';

	/** Records of a result as a list; the arrow keys walk it, and the record in hand stands beside it. */
	interface Props {
		records: readonly FoundRecord[];
		/** Place of the first in the whole result. */
		offset: number;
		index: IndexSummary;
		current: string | undefined;
		onOpen: (id: string) => void;
		/** The list ends here and goes on in another page: forward or back. */
		onBeyond: (by: 1 | -1) => void;
		/** How often each is cited, and where its work can be had; in their order. */
		marks: readonly RecordMarks[];
		marked: ReadonlySet<string>;
		onMark: (id: string) => void;
	}
	let { records, offset, index, current, onOpen, onBeyond, marks, marked, onMark }: Props = $props();
	const store = $derived(useInquiry()());
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
	/** Those that the strategy is about first, each label once. */
	function inOrder(headings: FoundRecord['headings']) {
		const each = headings.filter(({ uri }, i) => headings.findIndex((other) => other.uri === uri) === i);
		const isOfStrategy = ({ blocks = [] }: FoundRecord['headings'][number]) => blocks.length > 0;
		return [...each.filter(isOfStrategy), ...each.filter((one) => !isOfStrategy(one))];
	}

	function onkeydown(event: KeyboardEvent) {
		// The row that has the focus: the record beside the list may still be on its way.
		const inHand = (event.currentTarget as HTMLElement).dataset.record;
		if (event.key === 'x' && inHand && !event.ctrlKey && !event.metaKey && !event.altKey)
			return onMark(inHand);
		walkList(event, { at, count: records.length, move, into: '[data-tagged]' });
	}
</script>

<ul bind:this={list} role="listbox" aria-label="Records found in {index.name}" class="divide-y" tabindex="-1">
	{#each records as { id, item, kind, headings, why }, i (id)}
		{@const words = why.filter(({ isHeading }) => !isHeading)}
		{@const tagged = inOrder(headings)}
		<li
			role="option"
			aria-selected={id === current}
			tabindex={id === current || (at < 0 && i === 0) ? 0 : -1}
			data-record={id}
			class:marked={marked.has(id)}
			class="group grid cursor-pointer grid-cols-[46px_1fr] gap-x-2 px-3 py-2 hover:bg-shade aria-selected:bg-wash"
			onclick={() => onOpen(id)}
			{onkeydown}
		>
			<span class="text-right text-xs text-quiet"
				>{offset + i + 1}{#if pearlFor(store, index.code, id)}<Pearl
						class="mt-1 ml-auto text-lichen"
						size={13}
						aria-hidden="true"
					/><span class="sr-only">, a pearl</span>{/if}<ListedMark indexCode={index.code} record={id} /><span
					data-act="mark"
					role="presentation"
					class="mt-1 block rounded text-center hover:bg-shade {marked.has(id)
						? 'text-lichen-deep'
						: 'opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100'}"
					onclick={(event) => {
						event.stopPropagation();
						onMark(id);
					}}>{marked.has(id) ? 'marked' : 'mark'}</span
				></span
			>
			<span class="min-w-0">
				<span class="block font-medium">{item.title || 'Without a title'}</span>
				<span class="block text-xs text-quiet"
					>{[authorsInShort(item), item['container-title'] ?? item.publisher, yearOf(item) ?? 'no year']
						.filter(Boolean)
						.join(' · ')}</span
				>
				<span class="line-clamp-2 text-[13px] leading-[18px] text-quiet print:line-clamp-none">
					{#each tagged as { label, blocks = [], chief }, at (at)}{#if at > 0}{' · '}{/if}<span
							class={blocks.length > 0 ? 'text-lichen-deep' : ''}
							class:font-semibold={chief && blocks.length > 0}><HeadingText {label} /></span
						>{:else}no {index.headingNoun}{/each}
				</span>
				<span class="block truncate text-xs text-quiet"
					>{kind}{#if marks[i]?.cited > 0}{' '}· cited by {number(
							marks[i].cited
						)}{/if}{#if marks[i]?.ways}{' '}· {marks[i].ways?.[0]}{/if}{#if words.length > 0}{' · '}has {#each words as { name }, at (at)}{at >
							0
								? ', '
								: ''}<span class="text-ink">{name}</span>{/each}{/if}</span
				>
			</span>
		</li>
	{/each}
</ul>

<style>
	.marked {
		box-shadow: inset 4px 0 0 var(--lichen);
	}
</style>
