<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import { number } from '../parts/numbers';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { HeadingRecords, HeadingSheet } from '$lib/server/browse';
	import { recordsAt, type Opened } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import YearsChart from '../charts/YearsChart.svelte';
	import Count from '../parts/Count.svelte';

	/** The records of a heading: how many, over the years, and with each aspect it allows. */
	let { sheet, index }: { sheet: HeadingSheet; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const opens = (as: Omit<NonNullable<Opened['heading']>, 'id'> = {}) =>
		recordsAt(placeOf(store), index.code, { heading: { id: sheet.id, ...as } });
	// Who walks the hierarchy quickly does not wait for every heading on the way.
	const asked = new Asked<HeadingRecords>(
		() => `/indexes/${index.code}/records-of?${new URLSearchParams({ heading: sheet.id })}`
	);
	// One heading's records are never shown as another's.
	const records = $derived(asked.current);
	const problem = $derived(asked.fault);
	const most = $derived(Math.max(1, ...(records?.aspects ?? []).map((one) => one.records)));
	const below = $derived(records?.withNarrower.map((count, i) => count - records.alone[i]) ?? []);
	const isMarked = $derived(
		records !== undefined && sheet.introduced !== null && sheet.introduced > records.from
	);
	const label = $derived(
		records
			? `Records with ${sheet.label} by year, ${records.from} to ${records.from + records.alone.length - 1}; the most in ${records.from + records.withNarrower.indexOf(Math.max(...records.withNarrower))}`
			: ''
	);
</script>

<section class="my-3" aria-label="Records">
	<p>
		<span class="font-semibold"><Count n={sheet.recordCount} at={opens()} says="" /></span>
		{sheet.recordCount === 1 ? 'record' : 'records'}{#if sheet.belowCount > 0},
			<span class="font-semibold"
				><Count n={sheet.recordCountWithNarrower} at={opens({ withNarrower: true })} says="" /></span
			> with narrower{/if}{#if sheet.chiefCount !== undefined},
			<span class="font-semibold"><Count n={sheet.chiefCount} at={opens({ chief: true })} says="" /></span>
			chiefly about it{/if}
		<span class="text-quiet">of {number(index.records)}</span>
	</p>
	{#if problem}
		<p class="text-xs text-warn">The years could not be read. They come back with the next heading.</p>
	{:else if sheet.recordCountWithNarrower > 0}
		<div class="mt-1 min-h-28">
			{#if records}
				<YearsChart
					from={records.from}
					series={[
						{ name: 'This heading', counts: records.alone },
						...(sheet.belowCount > 0 ? [{ name: 'Only narrower ones', counts: below }] : [])
					]}
					{label}
					marks={sheet.introduced ? [sheet.introduced] : []}
					at={(year, series) => opens({ year, withNarrower: series === 1 })}
					totals={sheet.belowCount > 0 ? records.withNarrower : undefined}
				>
					<p class="flex flex-wrap items-baseline gap-x-3 text-xs text-quiet">
						<span><span class="mr-1 inline-block size-2 bg-lichen"></span>this heading</span>
						{#if sheet.belowCount > 0}<span
								><span class="mr-1 inline-block size-2 border-t border-lichen bg-wash"></span>only narrower
								ones</span
							>{/if}
						{#if isMarked}<span class="text-warn">┆ introduced in {sheet.introduced}</span>{/if}
					</p>
				</YearsChart>
				{#if records.withoutYear > 0}
					<p class="text-xs text-quiet">
						{number(records.withoutYear)} more {records.withoutYear === 1 ? 'names' : 'name'} no year.
					</p>
				{/if}
			{/if}
		</div>
	{/if}
	{#if sheet.aspects.length > 0}
		<h2 class="mt-2 text-xs text-quiet">Aspects allowed, with records of each</h2>
		<ul class="grid grid-cols-2 gap-x-4">
			{#each records?.aspects ?? sheet.aspects.map( (aspect) => ({ aspect, records: undefined }) ) as one (one.aspect)}
				<li class="flex items-baseline gap-2">
					<span class="min-w-0 truncate">{one.aspect}</span>
					{#if one.records !== undefined}
						<span class="ml-auto h-1.5 w-12 shrink-0 bg-shade"
							><span class="block h-1.5 bg-lichen" style="width: {(100 * one.records) / most}%"></span></span
						>
						<span class="w-8 shrink-0 text-right text-xs text-quiet tabular-nums"
							><Count n={one.records} at={opens({ aspect: one.aspect })} says="with {one.aspect}" /></span
						>
					{/if}
				</li>
			{/each}
		</ul>
	{/if}
</section>
