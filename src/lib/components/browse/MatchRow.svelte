<script lang="ts">
	import type { Concept, HeadingElsewhere } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { LookupMatch, RecordsEvidence } from '$lib/server/browse';
	import { lineageAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import SaidCounts from '../inquiry/SaidCounts.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { reasonOf } from '../marks/reasons';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';
	import PickMark from '../marks/PickMark.svelte';

	/** A heading that a word led to: why, what it would bring, and its pick. */
	interface Props {
		match: LookupMatch;
		index: IndexSummary;
		query: string;
		concept: Concept | undefined;
		/** Records with its narrower headings, once they are counted. */
		withNarrower: number | undefined;
		/** What records say for it, and whether all of those hold every word that was typed. */
		evidence?: RecordsEvidence;
		isWhole?: boolean;
		/** What another index calls it, where it was come to through that too. */
		through?: HeadingElsewhere;
	}
	let { match, index, query, concept, withNarrower, evidence, isWhole = true, through }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const headings = $derived(match.together ?? [match.heading]);
	const pick = $derived(pickFor(store, concept, index.code, headings));
	const saysLabel = $derived(
		match.tier !== 'exact' &&
			match.tier !== 'note' &&
			match.tier !== 'records' &&
			match.matched.text !== match.heading.label
	);
	const opens = (narrower: boolean) =>
		recordsAt(place, index.code, { heading: { id: match.heading.id, withNarrower: narrower } });
</script>

<li
	class="flex gap-2 px-3 py-2 hover:bg-shade has-[a:focus-visible]:bg-wash"
	class:marked={store.isMarked(index.code, headings)}
>
	<PickMark
		name={headings.map(({ label }) => label).join(' together with ')}
		concept={concept?.name}
		picked={pick !== undefined && pick.role !== 'rejected'}
		rejected={pick?.role === 'rejected'}
		onToggle={() => togglePick(store, concept, index, headings)}
	/>
	<div class="min-w-0">
		<p class="text-[15px] leading-5">
			{#each headings as heading, i (heading.id)}
				{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}
				<a
					href={lineageAt(place, index.code, heading.id, query)}
					data-row={i === 0 ? '' : undefined}
					data-pick={headings.map(({ id }) => id).join(' ')}
					class="hover:underline"
					><HeadingText label={heading.label} retired={i === 0 && match.heading.retired} /></a
				>
			{/each}
			{#if pick?.role === 'rejected'}<span class="text-xs text-warn">rejected</span>{/if}
		</p>
		<p class="text-xs text-quiet">
			{#if match.tier !== 'records'}{reasonOf(match, query)}{#if saysLabel}: <span class="text-bark"
						>{match.matched.text}</span
					>{/if}{/if}{#if evidence}{match.tier === 'records' ? '' : ' · '}<SaidCounts
					on={evidence.on}
					of={evidence.of}
					lift={evidence.lift}
					heading={match.heading}
					{index}
					text={query}
					after={isWhole ? '' : ' nearest'}
				/>{/if}{#if through}{' · '}{store.indexName(through.indexCode)} calls it
				<HeadingText label={through.label} />{/if}
			{#if match.matched.lang && match.matched.lang !== 'en'}<span class="uppercase"
					>{match.matched.lang}</span
				>{/if}
			{#if !match.together}
				{#if index.records > 0}{' '}· <Count
						n={match.heading.recordCount}
						at={opens(false)}
						after={match.heading.recordCount === 1 ? ' record' : ' records'}
						says=""
						aside
					/>{/if}
				· {#if match.heading.belowCount === 0}no narrower{:else}{number(match.heading.belowCount)} narrower{#if withNarrower !== undefined}{' '}<Count
							n={withNarrower}
							at={opens(true)}
							before="→ "
							says="with narrower"
							aside
						/>{/if}{/if}{match.heading.retired ? ' · retired' : ''}
			{/if}
		</p>
		{#if !match.together && match.heading.noteStart}
			<p class="mt-0.5 line-clamp-2 text-xs text-quiet">{match.heading.noteStart}</p>
		{/if}
	</div>
</li>

<style>
	/* A marked row leans out, like a shoot about to be cut. */
	.marked {
		box-shadow: inset 4px 0 0 var(--lichen);
		background: var(--lichen-wash);
	}
</style>
