<script lang="ts">
	import type { Command } from '$core/crosswalk';
	import type { Line } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import CutPanel from '../crosswalk/CutPanel.svelte';
	import { PickPrices } from '../crosswalk/pick-prices.svelte';
	import { signed } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The aspects of a heading in a strategy and the branches below it: what each would find, and what it does to the result. */
	interface Props {
		session: StrategySession;
		index: IndexSummary;
		line: Extract<Line, { kind: 'heading' }>;
	}
	let { session, index, line }: Props = $props();
	const { store } = $derived(session);
	const pick = $derived(session.inquiry.picks[line.id]);
	const aspects = $derived([
		...new Set(line.test.headings.flatMap(({ uri }) => store.facts.aspects[`${session.code}\n${uri}`] ?? []))
	]);
	const below = $derived(
		store.facts.facts[line.id]?.headings.reduce((sum, { belowCount }) => sum + belowCount, 0) ?? 0
	);
	const price = new PickPrices(
		() => pick,
		() => (pick ? { aspects, cuts: [] } : undefined)
	);
	let cutting = $state(false);
	/** What setting each aspect otherwise does to the result. */
	let effects = $state.raw<Record<string, number>>({});

	const toggled = (aspect: string): Command => ({
		kind: 'pick.set',
		id: line.id,
		aspects: line.test.aspects.includes(aspect)
			? line.test.aspects.filter((other) => other !== aspect)
			: [...line.test.aspects, aspect]
	});

	$effect(() => {
		void session.view;
		const each = aspects;
		if (each.length === 0) return;
		let stale = false;
		void session.askPrices(each.map(toggled)).then(({ value }) => {
			if (stale || !value) return;
			const { count, counts } = value;
			effects = Object.fromEntries(each.map((aspect, i) => [aspect, (counts[i] ?? count) - count]));
		});
		return () => (stale = true);
	});
</script>

{#if pick}
	{#if pick.withNarrower && below > 0}
		<button class="quiet-action border !py-0.5" onclick={() => (cutting = true)}
			>{pick.cuts.length === 0 ? 'cut branches' : `${pick.cuts.length} cut`}</button
		>
	{/if}
	{#if aspects.length > 0}
		<p class="flex w-full flex-wrap items-baseline gap-x-1">
			<span class="text-quiet">only with</span>
			{#each aspects as aspect (aspect)}
				<WordSwitch on={line.test.aspects.includes(aspect)} onChange={() => session.change(toggled(aspect))}
					>{aspect}{#if effects[aspect] !== undefined}{' '}<span class="font-normal text-quiet"
							>{price.says(price.prices?.aspects[aspect])} · {signed(effects[aspect])}</span
						>{/if}</WordSwitch
				>
			{/each}
		</p>
	{/if}
	{#if cutting}
		<CutPanel
			{pick}
			{index}
			onClose={() => (cutting = false)}
			onCut={(cuts) => session.change({ kind: 'pick.set', id: line.id, cuts })}
		/>
	{/if}
{/if}
