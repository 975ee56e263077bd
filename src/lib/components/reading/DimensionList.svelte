<script lang="ts">
	import { page } from '$app/state';
	import { Asked } from '$lib/client/asked.svelte';
	import type { Composition } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import YearsOfResult from './YearsOfResult.svelte';
	import { filteredAt, viewedAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Count from '../parts/Count.svelte';
	import { counted, number } from '../parts/numbers';
	import Select from '../parts/Select.svelte';
	import ChosenValues from './ChosenValues.svelte';
	import { called, HEADING_DIMENSIONS } from './dimension-words';
	import { readable } from '../parts/value-words';
	import FirstReading from './FirstReading.svelte';
	import KnownFor from './KnownFor.svelte';
	import { readingAddress } from './reading-address';
	import ValueRow from './ValueRow.svelte';

	/** One dimension of a result, whole: searched, sorted, each value against the index, several of them chosen at once. */
	let { index, by }: { index: IndexSummary; by: string } = $props();
	const store = $derived(useInquiry()());
	/** An address is made anew with every change; what it says is not. */
	const search = $derived(page.url.search);
	const PAGE = 100;
	const isHeading = $derived(HEADING_DIMENSIONS.includes(by));
	const words = $derived(called(by, index.limits));
	// svelte-ignore state_referenced_locally (another dimension is another list)
	let sort = $state<'count' | 'over' | 'name'>(by === 'year' ? 'name' : 'count');
	let find = $state('');
	let most = $state(PAGE);
	let chosen = $state.raw<readonly { key: string; value: string }[]>([]);
	let list = $state<HTMLElement>();

	const asked = new Asked<Composition>(
		() => readingAddress(search, store.id, index.code, store.followed, { by, sort, find, most }),
		120
	);
	const composition = $derived(asked.value);
	const dimension = $derived(composition?.dimensions[0]);
	const longest = $derived(
		Math.max(
			0,
			...(dimension?.values ?? []).map(({ count, all }) =>
				Math.max(count / (composition?.count || 1), all / (composition?.of || 1))
			)
		)
	);
	const ORDERS = $derived([
		{ value: 'count' as const, says: 'most records first' },
		...(isHeading ? [{ value: 'over' as const, says: 'most over-represented first' }] : []),
		{ value: 'name' as const, says: by === 'year' ? 'year by year' : 'by name' }
	]);
	/** Names that are known for something. */
	const isName = $derived(['author', 'affiliation', 'source', 'funder'].includes(by));
	let inHand = $state('');
	const nameInHand = $derived(dimension?.values.find(({ key }) => key === inHand) ?? dimension?.values[0]);
	const isChosen = (key: string) => chosen.some((one) => one.key === key);
	function toggle(one: { key: string; value: string }) {
		chosen = isChosen(one.key) ? chosen.filter(({ key }) => key !== one.key) : [...chosen, one];
	}

	function onkeydown(event: KeyboardEvent) {
		const row = (event.target as HTMLElement).closest<HTMLElement>('[data-value]');
		if (!row || event.ctrlKey || event.metaKey || event.altKey) return;
		const rows = [...(list?.querySelectorAll<HTMLElement>('[data-value]') ?? [])];
		const at = rows.indexOf(row);
		const one = dimension?.values[at];
		const moves: Record<string, () => void> = {
			ArrowDown: () => rows[at + 1]?.focus(),
			ArrowUp: () => rows[at - 1]?.focus(),
			Home: () => rows[0].focus(),
			End: () => rows.at(-1)?.focus(),
			' ': () => one && toggle(one)
		};
		if (!moves[event.key] || (event.key === ' ' && event.target !== row)) return;
		event.preventDefault();
		moves[event.key]();
	}
</script>

<div class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-4 py-1.5">
	<a class="quiet-action border !py-0" href={viewedAt(page.url, 'composition')}>All dimensions</a>
	<h2 class="font-semibold">{words.title}</h2>
	{#if dimension}<span class="text-quiet" aria-live="polite"
			>{counted(dimension.distinct, words.one, words.many)}{find ? ' with that in it' : ''}</span
		>{/if}
	<input
		class="field ml-auto w-52"
		type="search"
		placeholder="Find a {words.one}"
		aria-label="Find a {words.one}"
		bind:value={find}
	/>
	<Select label="Order" value={sort} options={ORDERS} onChange={(value) => (sort = value)} />
</div>
{#if isHeading}
	<div class="flex gap-1 border-b px-4 py-1 text-xs">
		{#each [['heading', 'as they stand'], ['chiefHeading', 'chief only'], ['headingWithBroader', 'with their broader ones']] as [name, says] (name)}
			<a
				class="quiet-action !py-0 aria-[current]:font-semibold aria-[current]:text-lichen-deep"
				aria-current={name === by ? 'true' : undefined}
				href={viewedAt(page.url, 'composition', name)}>{says}</a
			>
		{/each}
	</div>
{/if}
<div class="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
	{#if asked.fault}<p class="mt-3 text-warn">{asked.fault.message}</p>
	{:else if !dimension || !composition}<FirstReading {index} />
	{:else}
		{#if by === 'year'}<YearsOfResult {dimension} {index} />{/if}
		<div class="value-columns sticky top-0 z-[2] border-b bg-paper py-1 text-xs text-quiet">
			<span></span><span></span>
			<span class="text-center">share here · in {index.name}</span>
			<span class="text-right">here</span>
			<span class="text-right">in all</span>
			<span class="text-right">{isHeading ? 'times as often' : ''}</span>
			<span></span>
		</div>
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions (rows handle their keys here, as they are many) -->
		<ul
			bind:this={list}
			{onkeydown}
			onfocusin={({ target }) =>
				(inHand = (target as HTMLElement).closest<HTMLElement>('[data-value]')?.dataset.value ?? inHand)}
			aria-label={words.title}
		>
			{#each dimension.values as one (one.key)}
				<ValueRow
					value={one}
					{by}
					{index}
					n={composition.count}
					of={composition.of}
					most={longest}
					isChosen={isChosen(one.key)}
					onToggle={() => toggle(one)}
				/>
			{:else}<li class="py-3 text-quiet">
					{find ? `No ${words.one} has “${find}” in it.` : `None of these records has a ${words.one}.`}
				</li>{/each}
		</ul>
		{#if dimension.distinct > dimension.values.length}
			<button class="quiet-action mt-2 border" onclick={() => (most = Math.min(1_000, most + 4 * PAGE))}
				>Show more of the {number(dimension.distinct)}</button
			>
		{/if}
		{#if dimension.notLabelled > 0 && !find}
			<p class="mt-2 border-t py-1.5">
				<Count
					n={dimension.notLabelled}
					at={filteredAt(page.url, { by, how: 'unlabelled', values: [] })}
					says="without {words.one}"
				/> not labelled
			</p>
		{/if}
	{/if}
</div>
{#if isName && nameInHand}<KnownFor {index} {by} value={nameInHand} />{/if}
{#if chosen.length > 0}
	<ChosenValues
		{index}
		{by}
		chosen={chosen.map(({ key, value }) => ({ key, value: readable(value, by) }))}
		onLeave={() => (chosen = [])}
	/>
{/if}
