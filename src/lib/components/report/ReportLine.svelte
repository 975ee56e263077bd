<script lang="ts">
	import { spansOf, type Line } from '$core/report';

	/** A line of a report: what points to a run leads to where the report tells of it. */
	let { line }: { line: Line } = $props();
</script>

{#each spansOf(line) as { text, bold, italic, code, to }, i (i)}{#if to !== undefined}<a
			class="count"
			href={to}><span class:font-semibold={bold} class:italic>{text}</span></a
		>{:else}<span class:font-semibold={bold} class:italic class:font-mono={code}>{text}</span>{/if}{/each}
