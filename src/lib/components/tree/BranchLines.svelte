<script lang="ts">
	import type { Branch } from './branches';
	import { gutter, ROW, STEM } from './measures';

	/** The lines of a tree. */
	let { rows }: { rows: readonly Branch[] } = $props();

	/** A stem from the row a branch hangs on, bending into the branch: drawn growing to the right, mirrored for the left. */
	function stem(row: Branch, i: number): string {
		const x = gutter(row.depth) - STEM + 2;
		const y = i * ROW + ROW / 2;
		const from = row.parent < 0 ? 0 : row.parent * ROW + ROW / 2 + 9;
		const bend = Math.min(8, Math.max(0, y - from));
		return `M${x} ${from}V${y - bend}Q${x} ${y} ${x + bend} ${y}H${x + STEM - 2}`;
	}
</script>

<svg
	class="lines pointer-events-none absolute top-0"
	height={rows.length * ROW}
	width="100%"
	aria-hidden="true"
>
	<g fill="none" stroke="currentColor" stroke-width="1.4">
		<!-- The root: from the heading in the middle down to where the branches begin. -->
		<path d="M-18 -16H-8Q2 -16 2 -6V2" />
		{#each rows as row, i (row.path)}<path d={stem(row, i)} />{/each}
	</g>
</svg>

<style>
	.lines {
		left: 0;
		overflow: visible;
		color: color-mix(in oklch, var(--lichen) 55%, var(--line));
	}
</style>
