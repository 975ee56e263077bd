<script lang="ts" module>
	export interface Mark {
		name: string;
		letter: string;
		hue: number;
		leaf: string;
	}
</script>

<script lang="ts">
	import { LEAF_PATHS } from './leaves';

	interface Props {
		index: Mark;
		size?: number;
		/** Spoken name; leave out where the name stands beside the mark. */
		label?: string;
		/** What a small mark says of a cell: filled for decided, hollow for undecided, crossed for no heading. */
		state?: 'decided' | 'undecided' | 'noHeading';
	}
	let { index, size = 18, label, state = 'decided' }: Props = $props();
</script>

<svg
	width={size}
	height={size}
	viewBox="0 0 24 24"
	class="shrink-0"
	role={label ? 'img' : undefined}
	aria-label={label}
	aria-hidden={label ? undefined : 'true'}
	style="--hue: {index.hue}"
>
	<path d={LEAF_PATHS[index.leaf] ?? LEAF_PATHS.lance} class={state === 'decided' ? 'filled' : 'hollow'} />
	<text x="12" y="12.8" class={state === 'decided' ? 'on-filled' : 'on-hollow'}>{index.letter}</text>
	{#if state === 'noHeading'}<path d="M3 21 21 3" class="stroke" />{/if}
</svg>

<style>
	.filled {
		fill: oklch(var(--mark-l) var(--mark-c) var(--hue));
	}
	.hollow {
		fill: var(--paper);
		stroke: oklch(var(--mark-l) var(--mark-c) var(--hue));
		stroke-width: 1.5;
	}
	.stroke {
		stroke: oklch(var(--mark-l) var(--mark-c) var(--hue));
		stroke-width: 2;
	}
	text {
		font-family: var(--font-sans);
		font-size: 11.5px;
		font-weight: 650;
		text-anchor: middle;
		dominant-baseline: middle;
	}
	.on-filled {
		fill: var(--paper);
	}
	.on-hollow {
		fill: oklch(var(--mark-l) var(--mark-c) var(--hue));
	}
</style>
