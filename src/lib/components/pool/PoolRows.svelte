<script lang="ts">
	import { authorsInShort, yearOf } from '$core/evidence/citation';
	import type { PoolItem } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import ListedMark from '../listing/ListedMark.svelte';
	import { walkList } from '../parts/list-keys';
	import IndexMark from '../marks/IndexMark.svelte';
	import { nameOfItem } from './items';

	/** Works of a pooled list; the arrow keys walk it, and the work in hand stands beside it. */
	interface Props {
		list: readonly PoolItem[];
		offset: number;
		current: string | undefined;
		onOpen: (name: string) => void;
		/** The list ends here and goes on in another page: forward or back. */
		onBeyond: (by: 1 | -1) => void;
	}
	let { list, offset, current, onOpen, onBeyond }: Props = $props();
	const store = $derived(useInquiry()());
	let rows = $state<HTMLElement>();
	const at = $derived(list.findIndex((item) => nameOfItem(item) === current));

	function move(to: number) {
		if (to < 0) return onBeyond(-1);
		if (to >= list.length) return onBeyond(1);
		onOpen(nameOfItem(list[to]));
		const row = rows?.children[to] as HTMLElement | undefined;
		row?.focus();
		row?.scrollIntoView({ block: 'nearest' });
	}
	const onkeydown = (event: KeyboardEvent) =>
		walkList(event, { at, count: list.length, move, into: '[data-near]' });
</script>

<ul bind:this={rows} role="listbox" aria-label="Works" class="divide-y" tabindex="-1">
	{#each list as entry, i (nameOfItem(entry))}
		{@const name = nameOfItem(entry)}
		{@const { item, kind } = entry.records[0]}
		<li
			role="option"
			aria-selected={name === current}
			tabindex={name === current || (at < 0 && i === 0) ? 0 : -1}
			data-work={name}
			class="grid cursor-pointer grid-cols-[34px_1fr] gap-x-2 px-3 py-2 hover:bg-shade aria-selected:bg-wash"
			onclick={() => onOpen(name)}
			{onkeydown}
		>
			<span class="text-right text-xs text-quiet"
				>{offset + i + 1}<ListedMark
					indexCode={entry.records[0].indexCode}
					record={entry.records[0].id}
				/></span
			>
			<span class="min-w-0">
				<span class="block font-medium">{item.title || 'Without a title'}</span>
				<span class="block text-xs text-quiet"
					>{[authorsInShort(item), item['container-title'] ?? item.publisher, yearOf(item) ?? 'no year', kind]
						.filter(Boolean)
						.join(' · ')}</span
				>
				<span class="mt-0.5 flex gap-2 text-xs text-quiet">
					{#each entry.records as { indexCode } (indexCode)}
						{@const index = store.indexes.find(({ code }) => code === indexCode)}
						<span class="flex items-center gap-1"
							>{#if index}<IndexMark {index} size={14} />{/if}{store.indexName(indexCode)}</span
						>
					{/each}
				</span>
			</span>
		</li>
	{/each}
</ul>
