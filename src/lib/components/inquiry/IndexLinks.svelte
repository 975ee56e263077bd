<script lang="ts">
	import type { Snippet } from 'svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { useInquiry } from './inquiry-store.svelte';

	/** The chosen indexes in a row, each leading to its own part of a screen. */
	interface Props {
		/** Code of the index in hand. */
		current: string | undefined;
		at: (code: string) => string;
		/** What stands beside them, styled as they are. */
		more?: Snippet<[style: string]>;
	}
	let { current, at, more }: Props = $props();
	const store = $derived(useInquiry()());
	const STYLE =
		'flex items-center gap-1.5 rounded px-2 py-1 whitespace-nowrap hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep';
</script>

<nav class="flex min-w-0 gap-1 overflow-x-auto" aria-label="Subject indexes">
	{#each store.columns as column (column.code)}
		<a href={at(column.code)} aria-current={column.code === current ? 'true' : undefined} class={STYLE}
			><IndexMark index={column} size={18} />{column.name}</a
		>
	{/each}
	{@render more?.(STYLE)}
</nav>
