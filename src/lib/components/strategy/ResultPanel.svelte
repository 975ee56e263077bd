<script lang="ts">
	import Meaning from '../first-meeting/Meaning.svelte';
	import OverlapPanel from '../overlap/OverlapPanel.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import LimitsInForce from '../limits/LimitsInForce.svelte';
	import Count from '../parts/Count.svelte';
	import { crosswalkAt, pearlsAt, questionAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import PearlsKeptOut from '../pearls/PearlsKeptOut.svelte';
	import { counted, number } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import type { StrategySession } from './strategy-session.svelte';
	import WhatIsSearched from './WhatIsSearched.svelte';

	/** What the strategy finds; running it, reading it, and trying what it would find otherwise. */
	interface Props {
		session: StrategySession;
		index: IndexSummary;
		running: boolean;
		/** Something stands in the way of running it. */
		blocked: boolean;
		onRun: () => void;
	}
	let { session, index, running, blocked, onRun }: Props = $props();
	const view = $derived(session.view);
	const yields = $derived(view.yields);
	let overlapping = $state(false);
</script>

<section aria-label="Result">
	{#if view.isEmpty}
		<p class="text-warn" aria-live="polite" data-nothing>
			Nothing to search for yet. Add a word to a concept, or pick a heading for it, and set the concept to
			required.
		</p>
		<p class="my-1 flex gap-2">
			<a class="action" href={questionAt(placeOf(session.store))}>Add words</a>
			<a class="quiet-action border" href={crosswalkAt(placeOf(session.store))}>Pick headings</a>
		</p>
	{:else}
		<p class="flex items-baseline gap-2" aria-live="polite">
			<span class="text-2xl font-semibold">{number(yields?.count ?? 0)}</span>
			<span>{yields?.count === 1 ? 'record' : 'records'} in {session.store.indexName(session.code)}</span>
		</p>
		{#if !view.typed && !session.trying}<p class="-ml-1 my-1">
				<LimitsInForce store={session.store} {index} />
			</p>{/if}
	{/if}
	{#if !view.isEmpty && session.pearls && session.pearls.of > 0}<p>
			<a class="count" href={pearlsAt({ ...placeOf(session.store), index: session.code })}
				>{session.pearls.found} of {counted(session.pearls.of, 'pearl')}</a
			>
		</p>{/if}
	<div class="mt-2 flex items-center gap-2">
		<button
			data-changes
			class="action"
			disabled={blocked || running || session.trying || view.records === 0}
			onclick={onRun}>Run and keep</button
		>
		{#if !view.isEmpty}<a class="quiet-action border" href={session.at()}>Read the records</a>{/if}
		<Meaning of="yield" />
		<span class="ml-auto text-xs"
			><WordSwitch
				harmless
				on={session.trying}
				more="Changes are shown and not kept until you say so"
				onChange={(on) => (on ? (session.trying = true) : session.drop())}>try</WordSwitch
			></span
		>
	</div>
	{#if !view.typed && !view.isEmpty}<WhatIsSearched {session} />{/if}
	{#if view.strategy.blocks.length > 1 && !session.trying}<p class="mt-1">
			<button class="quiet-action -mx-2 !py-0 text-xs" onclick={() => (overlapping = true)}
				>How its blocks overlap</button
			>
		</p>{/if}
	{#if session.trying}
		<div class="mt-2 rounded border border-lichen bg-wash px-3 py-2">
			{#if session.says}
				<p class="font-semibold">{session.says}</p>
				<p class="mt-1 text-xs text-quiet">It would replace what is here:</p>
				<ul class="mb-1 text-xs">
					{#each session.changes as change (change)}<li>{change}</li>{:else}<li>
							nothing: the strategy is the same
						</li>{/each}
				</ul>
			{/if}
			{#if session.effect}
				<p>
					{number(session.effect.before)} →
					<span class="font-semibold">{number(session.effect.after)}</span>:
					<Count n={session.effect.gained} at={session.at(undefined, 'gained')} after=" gained" says="" />,
					<Count n={session.effect.lost} at={session.at(undefined, 'lost')} after=" lost" says="" />
				</p>
				{#if session.pearls}
					<PearlsKeptOut pearls={session.pearls.lost} code={session.code} says="it loses " />
					{#if session.pearls.gained.length > 0}<p class="px-1">
							It gains {counted(session.pearls.gained.length, 'pearl')}.
						</p>{/if}
				{/if}
			{:else}<p>Change anything here: it is shown and not kept.</p>{/if}
			<div class="mt-1 flex gap-2">
				<button
					data-changes
					class="action !py-0.5"
					disabled={session.trial.length === 0}
					onclick={() => session.keep()}>Keep {session.trial.length === 1 ? 'it' : 'them'}</button
				>
				<button class="quiet-action !py-0.5" onclick={() => session.drop()}>Drop</button>
			</div>
		</div>
	{/if}
	{#each view.faults.filter(({ block, field }) => !block && !field && !view.isEmpty) as fault, i (i)}
		<p class="mt-2 text-warn">{fault.message}</p>
	{/each}
</section>
{#if overlapping}<OverlapPanel
		title="Blocks of the strategy for {session.store.indexName(session.code)}"
		code={session.code}
		sets="blocks"
		onClose={() => (overlapping = false)}
	/>{/if}
