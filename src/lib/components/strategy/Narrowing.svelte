<script lang="ts">
	import Count from '../parts/Count.svelte';

	/** What is left between two parts of the funnel: it narrows as the records do. */
	interface Props {
		from: number;
		to: number;
		of: number;
		label: string;
		/** Where the records left are. */
		at: string;
	}
	let { from, to, of, label, at }: Props = $props();
	// By area rather than length, so that a few records of many can still be seen.
	const width = (count: number) => Math.max(0.6, 100 * Math.sqrt(count / Math.max(of, 1)));
	const [a, b] = $derived([width(from), width(to)]);
</script>

<div class="relative h-8">
	<svg
		viewBox="0 0 100 32"
		preserveAspectRatio="none"
		class="absolute inset-0 h-full w-full"
		aria-hidden="true"
	>
		<polygon
			points="{50 - a / 2},0 {50 + a / 2},0 {50 + b / 2},32 {50 - b / 2},32"
			class="fill-wash stroke-line"
			vector-effect="non-scaling-stroke"
		/>
	</svg>
	<p class="absolute inset-0 flex items-center justify-center">
		<span class="rounded bg-paper/75 px-1.5 py-px"
			><span class="font-semibold"><Count n={to} {at} says="" /></span>
			<span class="text-quiet">{label}</span></span
		>
	</p>
</div>
