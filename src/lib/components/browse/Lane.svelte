<script lang="ts">
	import { ask } from '$lib/client/ask';
	import type { Concept } from '$core/crosswalk';
	import TypedHeading from '../crosswalk/TypedHeading.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { LaneAnswer } from '$lib/server/browse';
	import PicksLine from '../crosswalk/PicksLine.svelte';
	import { displayAt, lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import { counted } from '../parts/numbers';
	import MatchRow from './MatchRow.svelte';
	import PickMark from './PickMark.svelte';
	import { LOOSE } from '../marks/reasons';

	interface Props {
		index: IndexSummary;
		answer: LaneAnswer | undefined;
		query: string;
		concept: Concept | undefined;
	}
	let { index, answer, query, concept }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));

	/** A compound entry term is one line, whatever number of headings it holds together. */
	const lines = $derived(
		(answer?.matches ?? []).filter(
			({ together, matched }, i, all) =>
				!together || all.findIndex((other) => other.together && other.matched.text === matched.text) === i
		)
	);
	const firm = $derived(lines.filter(({ tier }) => !LOOSE.has(tier)));
	const loose = $derived(lines.filter(({ tier }) => LOOSE.has(tier)));
	/** A long tail of matches by some of the words is folded. */
	const MOST_LOOSE = 5;
	let isUnfolded = $state(false);
	$effect(() => {
		void query;
		isUnfolded = false;
	});
	const shownLoose = $derived(isUnfolded ? loose : loose.slice(0, MOST_LOOSE));

	/** What each match would bring with its narrower headings, which counting takes a moment longer. */
	let withNarrower = $state.raw<Record<string, number>>({});
	$effect(() => {
		const ids = lines.filter(({ heading }) => heading.belowCount > 0).map(({ heading }) => heading.id);
		if (index.records === 0 || ids.length === 0) return;
		let stale = false;
		const query = new URLSearchParams({ headings: ids.join('\n') });
		void ask<Record<string, number>>(`/indexes/${index.code}/with-narrower?${query}`).then(({ value }) => {
			if (!stale && value) withNarrower = value;
		});
		return () => (stale = true);
	});
</script>

<section
	aria-label="{index.name}, {index.discipline}"
	class="flex min-h-0 min-w-56 flex-col border-r last:border-r-0"
	data-lane={index.code}
>
	<header class="flex items-center gap-2 border-b px-3 py-2">
		<IndexMark {index} size={22} />
		<h2 class="font-semibold">
			<a class="hover:underline" href={displayAt(place, index.code)}>{index.name}</a>
		</h2>
		<span class="truncate text-quiet">{index.discipline}</span>
		<span class="ml-auto shrink-0 text-xs text-quiet">
			{#if query && answer}{firm.length > 0
					? `${firm.length} ${firm.length === 1 ? 'match' : 'matches'}`
					: 'no match'}{/if}
		</span>
	</header>
	<div class="min-h-0 flex-1 overflow-y-auto">
		{#if !index.edition}
			<div class="p-3">
				{#if concept}<TypedHeading {concept} {index} />
				{:else}<p class="text-quiet">No vocabulary is loaded for {index.name} yet.</p>{/if}
			</div>
		{:else if query && answer}
			<ul class="divide-y">
				{#each firm as match (match.heading.id)}<MatchRow
						{match}
						{index}
						{query}
						{concept}
						withNarrower={withNarrower[match.heading.id]}
					/>{/each}
			</ul>
			{#if loose.length > 0}
				<h3 class="border-y bg-shade px-3 py-1 text-xs text-quiet">
					{firm.length > 0 ? 'Looser matches' : 'Nothing by that name; near to it'}
				</h3>
				<ul class="divide-y">
					{#each shownLoose as match (match.heading.id)}<MatchRow
							{match}
							{index}
							{query}
							{concept}
							withNarrower={withNarrower[match.heading.id]}
						/>{/each}
				</ul>
				{#if loose.length > shownLoose.length}<p class="px-3 py-1.5">
						<button class="quiet-action -mx-2 !py-0 text-xs" onclick={() => (isUnfolded = true)}
							>{counted(loose.length - shownLoose.length, 'more looser match', 'more looser matches')}</button
						>
					</p>{/if}
			{/if}
			{#if lines.length === 0}
				<div class="p-3">
					<p>Nothing matches here.</p>
					<p class="mt-2 text-xs text-quiet">Next in the alphabet</p>
					<ul>
						{#each answer.neighbours as neighbour (neighbour.id)}
							{@const known = pickFor(store, concept, index.code, [neighbour])}
							<li class="flex gap-2 py-0.5" class:marked={store.isMarked(index.code, [neighbour])}>
								<PickMark
									name={neighbour.label}
									concept={concept?.name}
									picked={known !== undefined && known.role !== 'rejected'}
									rejected={known?.role === 'rejected'}
									onToggle={() => togglePick(store, concept, index, [neighbour])}
								/>
								<a
									data-row
									data-pick={neighbour.id}
									href={lineageAt(place, index.code, neighbour.id, query)}
									class="hover:underline"
								>
									{#if neighbour.text !== neighbour.label}<span class="mr-1 text-quiet"
											>{neighbour.text} →</span
										>{/if}<HeadingText label={neighbour.label} />
								</a>
							</li>
						{/each}
					</ul>
					{#if answer.alsoTried.length > 0}
						<p class="mt-2 text-xs text-quiet">Also tried: {answer.alsoTried.join(', ')}</p>
					{/if}
				</div>
			{/if}
		{/if}
	</div>
	{#if concept}<PicksLine {concept} {index} tried={query} />{/if}
</section>

<style>
	/* A marked row leans out, like a shoot about to be cut. */
	.marked {
		box-shadow: inset 4px 0 0 var(--lichen);
		background: var(--lichen-wash);
	}
</style>
