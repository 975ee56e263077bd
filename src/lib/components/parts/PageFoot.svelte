<script lang="ts">
	import type { Snippet } from 'svelte';
	import { number } from './numbers';

	/** Which part of a long list is shown, with the way to the parts before and after it. */
	interface Props {
		/** Place of the first that is shown. */
		offset: number;
		/** As many are on a page. */
		size: number;
		count: number;
		/** What they are called. */
		noun: string;
		onTurn: (by: 1 | -1) => void;
		/** What else can be done with the whole list. */
		children?: Snippet;
	}
	let { offset, size, count, noun, onTurn, children }: Props = $props();
	const last = $derived(Math.min(count, offset + size));
</script>

<div class="flex items-center gap-2 border-t px-3 py-1 text-xs print:hidden">
	<span class="whitespace-nowrap text-quiet"
		>{number(offset + 1)} to {number(last)} of {number(count)}<span class="sr-only">{' '}{noun}</span></span
	>
	{@render children?.()}
	<span class="ml-auto"></span>
	<button class="quiet-action !py-0.5" disabled={offset === 0} onclick={() => onTurn(-1)}>Previous</button>
	<button class="quiet-action !py-0.5" disabled={last >= count} onclick={() => onTurn(1)}>Next</button>
</div>
