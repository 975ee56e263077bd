<script lang="ts">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronUp from '@lucide/svelte/icons/chevron-up';
	import { pickName, type Concept } from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import CellPicks from './CellPicks.svelte';
	import NoHeading from './NoHeading.svelte';

	/** The picks of a cell as one line, which opens to where they are set. */
	interface Props {
		concept: Concept;
		index: IndexSummary;
		/** The word that was looked up. */
		tried: string;
		/** Notes and roles too, and the concept by name, where there is room. */
		full?: boolean;
	}
	let { concept, index, tried, full = false }: Props = $props();
	const store = $derived(useInquiry()());
	const content = $derived(store.cells.at(concept.id, index.code));
	const kept = $derived(content.picks.filter(({ role }) => role !== 'rejected'));
	const rejected = $derived(content.picks.length - kept.length);
	let open = $state(false);
</script>

<footer
	class="shrink-0 border-t bg-leaf px-3 py-1"
	aria-label="Picks for {concept.name}{full ? ` in ${index.name}` : ''}"
>
	{#if content.picks.length === 0}
		<NoHeading conceptId={concept.id} indexCode={index.code} tried={tried ? [tried] : []} />
	{:else}
		<button
			class="relative flex w-full items-baseline gap-1 rounded text-left hover:bg-shade"
			aria-expanded={open}
			onclick={() => (open = !open)}
		>
			<span class="min-w-0 flex-1 truncate">
				<span class="text-xs text-quiet"
					>{full ? `${concept.name} in ${index.name}: ` : ''}{kept.length > 0 ? 'picked ' : ''}</span
				>{#each kept as pick, i (pick.id)}{i > 0 ? ', ' : ''}<HeadingText label={pickName(pick)} />{/each}
				{#if rejected > 0}<span class="text-xs text-quiet">{rejected} rejected</span>{/if}
			</span>
			<span class="shrink-0 self-center text-quiet"
				>{#if open}<ChevronDown size={14} aria-hidden="true" />{:else}<ChevronUp
						size={14}
						aria-hidden="true"
					/>{/if}</span
			>
			<span class="sr-only">{open ? 'Close' : 'Fits and notes'}</span>
		</button>
		{#if open}
			<div class="max-h-56 overflow-y-auto">
				<CellPicks conceptId={concept.id} indexCode={index.code} {full} />
				{#if content.state !== 'picks'}
					<NoHeading conceptId={concept.id} indexCode={index.code} tried={tried ? [tried] : []} />
				{/if}
			</div>
		{/if}
	{/if}
</footer>
