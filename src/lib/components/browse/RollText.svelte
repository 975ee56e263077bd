<script lang="ts">
	import type { RollWindow } from '$lib/server/browse';
	import HeadingText from '../marks/HeadingText.svelte';

	/** The text of a line in a roll: a heading in its voice, an entry term with what to use for it. */
	let { line, permuted }: { line: RollWindow['lines'][number]; permuted: boolean } = $props();
</script>

{#if permuted}
	<span
		class="w-[34%] shrink-0 truncate pr-1.5 text-right text-quiet"
		class:heading-voice={line.isHeading}
		dir="rtl"><bdi>{line.before}</bdi></span
	>
{/if}
<span class="truncate">
	{#if line.isHeading}
		<span class="text-[15px]"><HeadingText label={line.text} retired={line.headings[0].retired} /></span>
	{:else}
		{line.text}
		<span class="text-quiet">
			use
			{#each line.headings as heading, j (heading.id)}{j > 0 ? ' together with ' : ''}<HeadingText
					label={heading.label}
				/>{/each}
		</span>
	{/if}
	{#if line.lang && line.lang !== 'en'}<span class="text-xs text-quiet uppercase">{line.lang}</span>{/if}
</span>
