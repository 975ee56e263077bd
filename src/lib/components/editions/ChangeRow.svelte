<script lang="ts">
	import { KIND_WORDS, NOTE_WORDS } from './kinds';
	import type { DifferenceView } from '$lib/server/keeping';

	/** One change of an edition: what happened, why that is thought, and the notes that differ. */
	let { change }: { change: DifferenceView['changes'][number] } = $props();
</script>

<li class="grid gap-x-4 gap-y-0.5 py-2 md:grid-cols-[170px_1fr]">
	<span class="text-quiet">{change.kinds.map((kind) => KIND_WORDS[kind]).join(', ')}</span>
	<div class="min-w-0">
		<p>{change.says}</p>
		<p class="text-xs text-quiet">Known by {change.evidence.join('; ')}.</p>
		{#if change.notes}
			<details class="mt-1 text-xs">
				<summary class="w-fit cursor-pointer text-lichen-deep">The notes, before and after</summary>
				{#each change.notes as { kind, before, after } (kind)}
					<dl class="mt-1 grid grid-cols-[90px_1fr] gap-x-3 border-l-2 pl-3">
						<dt class="col-span-2 text-quiet">{NOTE_WORDS[kind] ?? kind}</dt>
						<dt class="text-quiet">before</dt>
						<dd class="whitespace-pre-line">{before || 'none'}</dd>
						<dt class="text-quiet">after</dt>
						<dd class="whitespace-pre-line">{after || 'none'}</dd>
					</dl>
				{/each}
			</details>
		{/if}
	</div>
</li>
