<script lang="ts">
	import { ask } from '$lib/client/ask';
	import type { Concept } from '$core/crosswalk';
	import TypedHeading from '../crosswalk/TypedHeading.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { LaneAnswer, LaneRecords, LookupMatch } from '$lib/server/browse';
	import type { LaneThrough } from '$lib/server/crosswalk';
	import PicksLine from '../crosswalk/PicksLine.svelte';
	import { displayAt, lineageAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import { counted } from '../parts/numbers';
	import LanePart from './LanePart.svelte';
	import MatchRow from './MatchRow.svelte';
	import PickMark from '../marks/PickMark.svelte';
	import ThroughRow from './ThroughRow.svelte';
	import { LOOSE } from '../marks/reasons';

	interface Props {
		index: IndexSummary;
		answer: LaneAnswer | undefined;
		/** What records say of it, and what is found through other indexes, once they have answered. */
		spoken: LaneRecords | undefined;
		through: LaneThrough | undefined;
		isWaiting: boolean;
		query: string;
		concept: Concept | undefined;
	}
	let { index, answer, spoken, through, isWaiting, query, concept }: Props = $props();
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

	/** A heading stands in the first part that has it. */
	const labelled = $derived(
		new Set(lines.flatMap(({ heading, together }) => together ?? [heading]).map(({ id }) => id))
	);
	const evidenceFor = $derived(
		new Map((spoken?.matches ?? []).map(({ heading, evidence }) => [heading.id, evidence]))
	);
	const spokenOnly = $derived((spoken?.matches ?? []).filter(({ heading }) => !labelled.has(heading.id)));
	const throughOnly = $derived(
		// After what records say, so that nothing moves that is there.
		(isWaiting ? [] : (through?.matches ?? [])).filter(
			({ heading }) => !labelled.has(heading.id) && !spokenOnly.some((one) => one.heading.id === heading.id)
		)
	);
	const hasFirm = $derived(firm.length > 0);

	/** What each match would bring with its narrower headings, which counting takes a moment longer. */
	let withNarrower = $state.raw<Record<string, number>>({});
	$effect(() => {
		const ids = [...lines, ...spokenOnly]
			.filter(({ heading }) => heading.belowCount > 0)
			.map(({ heading }) => heading.id);
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
	<header class="border-b px-3 py-1.5">
		<div class="flex items-center gap-2">
			<IndexMark {index} size={22} />
			<h2 class="font-semibold">
				<a class="hover:underline" href={displayAt(place, index.code)}>{index.name}</a>
			</h2>
			<span class="truncate text-quiet">{index.discipline}</span>
		</div>
		{#if query && answer}
			<p class="pl-[30px] text-xs text-quiet">
				{hasFirm
					? counted(firm.length, 'label matches', 'labels match')
					: 'no label matches'}{#if spoken && spoken.of > 0}{' '}·
					<a class="count" data-said href={recordsAt(place, index.code, { said: query })}
						>{counted(spoken.of, 'record')}
						{spoken.isWhole ? 'say' : 'come'}{spoken.of === 1 ? 's' : ''}
						{spoken.isWhole ? 'it' : 'near'}</a
					>{:else if isWaiting}{' '}· asking records{:else if index.records > 0}{' '}· no record says it{/if}
			</p>
		{/if}
	</header>
	<div class="min-h-0 flex-1 overflow-y-auto">
		{#if !index.edition}
			<div class="p-3">
				{#if concept}<TypedHeading {concept} {index} />
				{:else}<p class="text-quiet">No vocabulary is loaded for {index.name} yet.</p>{/if}
			</div>
		{:else if query && answer}
			<ul class="divide-y">
				{#each firm as match (match.heading.id)}{@render row(match)}{/each}
			</ul>
			{#if loose.length > 0}
				<LanePart title={hasFirm ? 'Looser matches' : 'No label says it; near to it'} count={loose.length}>
					{#each shownLoose as match (match.heading.id)}{@render row(match)}{/each}
					{#if loose.length > shownLoose.length}<li class="px-3 py-1.5">
							<button class="quiet-action -mx-2 !py-0 text-xs" onclick={() => (isUnfolded = true)}
								>{counted(
									loose.length - shownLoose.length,
									'more looser match',
									'more looser matches'
								)}</button
							>
						</li>{/if}
				</LanePart>
			{/if}
			{#if spokenOnly.length > 0}
				<LanePart
					title={spoken?.isWhole ? `On records that say “${query}”` : `On records nearest to “${query}”`}
					count={spokenOnly.length}
				>
					{#each spokenOnly as match (match.heading.id)}{@render row(match)}{/each}
				</LanePart>
			{/if}
			{#if throughOnly.length > 0}
				<LanePart title="Through other indexes" count={throughOnly.length}>
					{#each throughOnly as match (match.heading.id)}<ThroughRow
							{match}
							{index}
							{query}
							{concept}
						/>{/each}
				</LanePart>
			{/if}
			{#if lines.length === 0 && (spokenOnly.length > 0 || throughOnly.length > 0)}
				<p class="px-3 py-2 text-xs text-quiet">
					No label here says “{query}”; {spokenOnly.length > 0
						? 'its records do'
						: 'other indexes lead here'}.
				</p>
			{:else if lines.length === 0 && isWaiting}
				<p class="p-3 text-quiet" role="status">No label says it; asking the records</p>
			{:else if lines.length === 0}
				<div class="p-3">
					<p>
						{index.records > 0
							? 'No label matches here, and no record says it.'
							: 'No label matches here, and there are no records to ask.'}
					</p>
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
	{#snippet row(match: LookupMatch)}<MatchRow
			{match}
			{index}
			{query}
			{concept}
			evidence={evidenceFor.get(match.heading.id)}
			isWhole={spoken?.isWhole}
			through={through?.matches.find(({ heading }) => heading.id === match.heading.id)?.through}
			withNarrower={withNarrower[match.heading.id]}
		/>{/snippet}
	{#if concept}<PicksLine {concept} {index} tried={query} />{/if}
</section>

<style>
	/* A marked row leans out, like a shoot about to be cut. */
	.marked {
		box-shadow: inset 4px 0 0 var(--lichen);
		background: var(--lichen-wash);
	}
</style>
