<script lang="ts">
	import { DECIDED, type Decision } from '$core/crosswalk';

	/** What was decided of a work: a shape and a word, never a colour alone. */
	let { decision, withWord = false }: { decision: Decision; withWord?: boolean } = $props();
</script>

<span class="inline-flex items-center gap-1.5" data-decision={decision}>
	<svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true" class="shrink-0 text-lichen">
		{#if decision === 'keep'}<path d="M6 1 C10 4 10 8 6 11 C2 8 2 4 6 1Z" fill="currentColor" />
		{:else if decision === 'drop'}<path
				d="M2 9 C5 9 8 7 10 3"
				fill="none"
				stroke="var(--bark-quiet)"
				stroke-width="1.5"
			/>
		{:else}<path d="M6 1 C10 4 10 8 6 11 C2 8 2 4 6 1Z" fill="none" stroke="currentColor" />{/if}
	</svg>
	{#if withWord}{DECIDED[decision]}{:else}<span class="sr-only">{DECIDED[decision]}</span>{/if}
</span>
