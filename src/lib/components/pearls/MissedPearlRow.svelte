<script lang="ts">
	import { COMMON_LIMITS } from '$core/search';
	import type { MissedPearl } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt, strategyAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Menu from '../parts/Menu.svelte';
	import { signed } from '../parts/numbers';
	import { additionCommand, catchingCommand } from './catching';

	/** A pearl that the strategy misses: what keeps it out, and what would let it through, each with its price. */
	let { pearl, index }: { pearl: MissedPearl; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const nameOf = (concept: string) => store.inquiry.concepts[concept]?.name ?? 'a part of the text';
	const limitName = (field: string) =>
		[...COMMON_LIMITS, ...index.limits].find((limit) => limit.field === field)?.label.toLowerCase() ?? field;
	const catching = $derived(catchingCommand(store, index, pearl));
	const best = $derived(pearl.together.additions);
	const others = (concept: string) =>
		pearl.wouldPass.filter((one) => one.concept === concept && !best.includes(one));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a row of keys: its buttons do the same) -->
<li
	class="border-t px-3 py-2 first:border-t-0 focus-visible:bg-wash"
	data-pearl={pearl.id}
	tabindex="0"
	aria-label="{pearl.title || pearl.id}, missed"
	onkeydown={(event) => {
		if (event.key !== ' ' || event.target !== event.currentTarget || !catching) return;
		event.preventDefault();
		store.send(catching);
	}}
>
	<a
		class="hover:underline"
		tabindex="-1"
		href={recordsAt(place, index.code, { whole: true, record: pearl.id })}>{pearl.title || pearl.id}</a
	>
	{#each pearl.blocks as block (block)}
		{@const own = best.find(({ concept }) => concept === block)}
		<p class="mt-0.5 flex flex-wrap items-center gap-x-1.5 text-xs">
			<span class="text-quiet">nothing for {nameOf(block)}</span>
			{#if own}
				<button
					data-changes
					class="quiet-action border !py-0"
					onclick={() => store.send(additionCommand(store, index, own))}
				>
					{#if own.kind === 'heading'}<span class="text-[13px]"><HeadingText label={own.label} /></span
						>{:else}<FreeWord text={own.label} />{/if}
					<span class="text-quiet">{signed(own.adds)}</span>
				</button>
				{#if others(block).length > 0}
					<Menu
						changes
						class="!px-1 !py-0"
						label="{others(block).length} more that would let it through {nameOf(block)}"
						items={others(block).map((one) => ({
							says: one.kind === 'word' ? `“${one.label}”` : one.label,
							isHeading: one.kind === 'heading',
							note: signed(one.adds),
							run: () => store.send(additionCommand(store, index, one))
						}))}>{others(block).length} more</Menu
					>
				{/if}
			{:else}<span class="text-warn">it carries no heading and no author’s keyword</span>{/if}
		</p>
	{/each}
	{#each pearl.exclusions as exclusion (exclusion)}
		<p class="mt-0.5 text-xs">
			<span class="text-quiet">taken away by</span>
			{nameOf(exclusion)}, which is excluded
		</p>
	{/each}
	{#each pearl.limits as field (field)}
		<p class="mt-0.5 text-xs"><span class="text-quiet">kept out by the limit on</span> {limitName(field)}</p>
	{/each}
	<p class="mt-1 flex flex-wrap items-center gap-1.5 text-xs">
		{#if catching}
			<button data-changes class="action !py-0 text-xs" onclick={() => store.send(catching)}
				>Let it through <span>{signed(pearl.together.adds)}</span></button
			>
		{/if}
		<a class="quiet-action !py-0" href={strategyAt(place, index.code)}>Strategy</a>
	</p>
</li>
