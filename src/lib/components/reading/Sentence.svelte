<script lang="ts">
	import { page } from '$app/state';
	import type { ComposedDimension } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { filteredAt, viewedAt } from '../inquiry/addresses';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { counted, number } from '../parts/numbers';
	import { called, HEADING_DIMENSIONS, inWords, medianYear, SINGLE } from './dimension-words';
	import { readable } from '../parts/value-words';

	/** What a result is like by one dimension, in a sentence; each number and name leads on. */
	interface Props {
		dimension: ComposedDimension;
		count: number;
		of: number;
		index: IndexSummary;
	}
	let { dimension, count, of, index }: Props = $props();
	const words = $derived(called(dimension.name, index.limits));
	const isHeading = $derived(HEADING_DIMENSIONS.includes(dimension.name));
	/** Of headings, those that the strategy itself does not bring. */
	const told = $derived(
		dimension.values
			.filter(({ over, ofStrategy }) => !isHeading || (over !== false && !ofStrategy))
			.slice(0, 4)
	);
	const kept = (values: string[]) => filteredAt(page.url, { by: dimension.name, how: 'any', values });
	const whole = $derived(viewedAt(page.url, 'composition', dimension.name));
	const labelled = $derived(count - dimension.notLabelled);
	const median = $derived(dimension.name === 'year' ? medianYear(dimension.values) : undefined);
	const years = $derived(dimension.values.map(({ value }) => Number(value)).sort((a, b) => a - b));
	const since = $derived(dimension.values.filter(({ value }) => Number(value) >= (median ?? 0)));
	/** How the commonest values stand to the rest. */
	const lead = $derived.by(() => {
		const share = inWords(sum(told), labelled);
		const total = counted(dimension.distinct, words.one, words.many);
		return SINGLE.includes(dimension.name)
			? `${share[0].toUpperCase()}${share.slice(1)} stand in ${told.length} of ${total}:`
			: `Of ${total}, most often`;
	});
	const sum = (values: readonly { count: number }[]) => values.reduce((all, one) => all + one.count, 0);
</script>

<li
	class="grid grid-cols-[150px_1fr_auto] items-baseline gap-x-4 border-t py-2.5 first:border-t-0 max-md:grid-cols-1"
>
	<h3 class="font-semibold">{words.title}</h3>
	<p class="max-w-[76ch] leading-6">
		{#if dimension.values.length === 0}
			<span class="text-quiet">None of them says anything of it.</span>
		{:else if median !== undefined}
			<Count n={sum(since)} at={kept(since.map(({ key }) => key))} says="since {median}" />, {inWords(
				sum(since),
				labelled
			)}, appeared since {median}; the earliest in {years[0]}, the latest in {years.at(-1)}.
		{:else if isHeading && told.length > 0}
			{#each told as { key, value, count: own, all }, i (key)}
				{i === 1 ? ' Then ' : ' '}<a class="count" href={kept([key])}><HeadingText label={value} /></a>
				{i === 0
					? `is on ${inWords(own, count)} of them and on ${inWords(all, of)} of ${index.name}.`
					: `${number(own)}${i < told.length - 1 ? ',' : '.'}`}{' '}
			{/each}
		{:else if isHeading}
			<span class="text-quiet">No other heading stands out.</span>
		{:else}
			{#if dimension.distinct > told.length}{lead}{/if}
			{#each told as { key, value, count: own }, i (key)}{i > 0 ? ', ' : ''}<a
					class="count"
					href={kept([key])}>{readable(value, dimension.name)}</a
				>
				<span class="text-quiet">{number(own)}</span>{/each}.
		{/if}
		{#if dimension.notLabelled > 0 && dimension.values.length > 0}
			<span class="text-quiet"
				><Count
					n={dimension.notLabelled}
					at={filteredAt(page.url, { by: dimension.name, how: 'unlabelled', values: [] })}
					says="without {words.one}"
				/> not labelled.</span
			>
		{/if}
	</p>
	{#if dimension.values.length > 0}
		<a class="quiet-action" href={whole} data-dimension={dimension.name}
			>{dimension.name === 'year'
				? 'Year by year'
				: `All ${counted(dimension.distinct, words.one, words.many)}`}</a
		>
	{/if}
</li>
