<script lang="ts">
	import { number } from '../parts/numbers';

	/** Records over the years, small enough to stand in a cell. */
	interface Props {
		/** The years that are shown, whatever years the counts are of. */
		span: { from: number; to: number };
		from: number;
		counts: readonly number[];
	}
	let { span, from, counts }: Props = $props();
	const bars = $derived(
		Array.from({ length: span.to - span.from + 1 }, (_, i) => counts[span.from + i - from] ?? 0)
	);
	const most = $derived(Math.max(1, ...bars));
	const peak = $derived(span.from + bars.indexOf(most));
	const total = $derived(bars.reduce((sum, count) => sum + count, 0));
	const says = $derived(
		total === 0
			? `none from ${span.from} to ${span.to}`
			: `${span.from} to ${span.to}, the most in ${peak}: ${number(most)}`
	);
</script>

<span class="flex h-8 items-end gap-px" aria-hidden="true">
	{#each bars as count, i (i)}<span
			class="min-w-px flex-1 bg-lichen"
			style="height: {count === 0 ? 0 : Math.max(6, (100 * count) / most)}%"
		></span>{/each}
</span>
<span class="text-xs text-quiet">{says}</span>
