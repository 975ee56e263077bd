<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { SuggestionLine } from '$lib/server/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import PickMark from '../marks/PickMark.svelte';
	import { becauseOf, evidenceWords, unanswered } from '../crosswalk/evidence';
	import { lineageAt, suggestionsAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { addPick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';

	/** The likeliest headings of one index for a concept, each one key from a pick. */
	let { concept, index }: { concept: Concept; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const MOST = 4;

	const asked = new Asked<SuggestionLine[]>(() => {
		void store.followed;
		return suggestionsAt(store.id, concept.id, index.code);
	}, 200);
	const shown = $derived(
		unanswered(asked.value ?? [], store.cells.at(concept.id, index.code).picks)
			.filter(({ likelihood }) => likelihood !== 'far')
			.slice(0, MOST)
	);
</script>

{#if asked.fault}
	<p class="text-xs text-warn">The suggestions could not be read. They come back with the next change.</p>
{:else if !asked.value}
	<p class="text-xs text-quiet" role="status">Looking for headings</p>
{:else}
	<ul class="space-y-1.5">
		{#each shown as line (line.heading.id)}
			<li class="flex gap-2">
				<PickMark
					name={line.heading.label}
					concept={concept.name}
					picked={false}
					rejected={false}
					onToggle={() =>
						addPick(store, concept, index, [line.heading], {
							role: 'searched',
							because: becauseOf(line, store.indexName)
						})}
				/>
				<div class="min-w-0 flex-1">
					<p class="flex items-baseline gap-1">
						<a
							class="min-w-0 flex-1 text-[15px] leading-5 hover:underline"
							href={lineageAt({ id: store.id, concept: concept.id }, index.code, line.heading.id)}
							><HeadingText label={line.heading.label} /></a
						>
						<span class="text-xs text-quiet"
							>{Math.round(100 * line.score)}<span class="sr-only"> in 100</span></span
						>
					</p>
					{#if line.evidence[0]}<p class="line-clamp-2 text-xs text-quiet">
							{evidenceWords(line.evidence[0], store.indexName)}
						</p>{/if}
				</div>
			</li>
		{:else}
			<li class="text-xs text-quiet">
				Nothing in {index.name} is likely for this. More words, or a pick in another index, bring more.
			</li>
		{/each}
	</ul>
{/if}
