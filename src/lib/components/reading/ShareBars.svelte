<script lang="ts">
	import { inWords } from './dimension-words';

	/** From a middle, the share of a value in the result to the left, and its share in the index to the right. */
	interface Props {
		count: number;
		n: number;
		all: number;
		of: number;
		/** The longest share shown beside it; bars are in proportion to it. */
		most: number;
	}
	let { count, n, all, of, most }: Props = $props();
	const length = (share: number) => `${Math.min(100, (100 * share) / Math.max(most, 1e-9))}%`;
	const here = $derived(n > 0 ? count / n : 0);
	const elsewhere = $derived(of > 0 ? all / of : 0);
</script>

<span class="grid grid-cols-2 gap-px" aria-hidden="true">
	<span class="flex h-2.5 justify-end bg-shade"
		><span class="h-full bg-lichen" style="width: {length(here)}"></span></span
	>
	<span class="flex h-2.5 bg-shade"
		><span
			class="h-full bg-[color-mix(in_oklch,var(--bark)_45%,var(--paper))]"
			style="width: {length(elsewhere)}"
		></span></span
	>
</span>
<span class="sr-only">{inWords(count, n)} of the result, {inWords(all, of)} of the index</span>
