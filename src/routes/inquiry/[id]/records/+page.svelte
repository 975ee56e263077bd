<script lang="ts">
	import { tick } from 'svelte';
	import { afterNavigate, goto } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import {
		indexesAt,
		recordsAt,
		resultIn,
		filteredAt,
		filtersIn,
		strategyAt,
		viewedAt,
		type View
	} from '$lib/components/inquiry/addresses';
	import { currentConcept, placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { rememberWhatIsShown } from '$lib/components/find/recent.svelte';
	import { keepAsRun } from '$lib/components/runs/keep-as-run';
	import { watchFor } from '$lib/components/keeping/watch-for';
	import { wayBack } from '$lib/components/records/way-back';
	import IndexesNav from '$lib/components/records/IndexesNav.svelte';
	import { followWhatCounts } from '$lib/components/inquiry/follow.svelte';
	import LimitsInForce from '$lib/components/limits/LimitsInForce.svelte';
	import { hasLimits, turnAll } from '$lib/components/limits/limits-shown';
	import OpenedTitle from '$lib/components/records/OpenedTitle.svelte';
	import ReadList from '$lib/components/records/ReadList.svelte';
	import { readingAddress } from '$lib/components/reading/reading-address';
	import CompositionView from '$lib/components/reading/CompositionView.svelte';
	import { togglePearl } from '$lib/components/pearls/marking';
	import { takeOnto, toggleListed } from '$lib/components/listing/list-records';
	import ViewSwitch from '$lib/components/reading/ViewSwitch.svelte';
	import WordsView from '$lib/components/reading/WordsView.svelte';
	import WorthView from '$lib/components/reading/WorthView.svelte';
	import { number } from '$lib/components/parts/numbers';
	import Menu from '$lib/components/parts/Menu.svelte';
	import Select from '$lib/components/parts/Select.svelte';

	/** What a strategy finds, or what a run found: the list, with the record in hand beside it. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const view = $derived(data.view);
	followWhatCounts(() => store);
	const place = $derived(placeOf(store));
	const index = $derived(store.indexes.find(({ code }) => code === data.code));
	const found = $derived(data.page);
	const size = $derived(data.size ?? 1);
	/** Where the number stood that led here. */
	let cameFrom = $state.raw<URL>();
	afterNavigate(({ from }) => {
		if (from?.url && from.url.pathname !== page.url.pathname) cameFrom = from.url;
	});
	const isOfRuns = $derived(
		Boolean(data.run) || Boolean(page.url.searchParams.get('among')?.startsWith('runs'))
	);
	const back = $derived(wayBack(cameFrom, place, isOfRuns ? 'logbook' : 'strategy'));
	const SORTS = [
		['relevance', 'best match'],
		['newest', 'latest year first'],
		['oldest', 'earliest year first'],
		['cited', 'most cited first'],
		['source', 'source'],
		['author', 'first author']
	] as const;

	function show(changes: Record<string, string>, replace = true) {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(changes))
			if (value) url.searchParams.set(name, value);
			else url.searchParams.delete(name);
		return goto(url, { keepFocus: true, noScroll: true, replaceState: replace });
	}
	/** Tells one result from another, however it is looked at and whatever concept is in hand. */
	const result = $derived(readingAddress(page.url.search, store.id, data.code ?? '', 0));
	const isReordering = $derived(
		navigating.to?.url.pathname === page.url.pathname &&
			navigating.to?.url.searchParams.get('sort') !== data.sort
	);
	async function toList() {
		if (view !== 'list') await lookAt('list');
		document.querySelector<HTMLElement>('[data-record][tabindex="0"]')?.focus();
	}
	const keep = () => void (data.code && data.title && keepAsRun(store, data.code, page.url.search));
	/** What is shown, in words, as the reading list says where a work came from. */
	const inWords = $derived(
		data.run
			? `run ${data.run.number}`
			: data.title
				? `${index?.name} ${data.title.before} ${data.title.name} ${data.title.after}`
						.replace(/\s+/g, ' ')
						.trim()
				: `the strategy for ${index?.name}`
	);
	rememberWhatIsShown(() =>
		found && index && !page.url.searchParams.has('try')
			? {
					kind: 'result',
					indexCode: index.code,
					search: resultIn(page.url),
					says: data.title
						? `records ${data.title.before} ${data.title.name} ${data.title.after}`
								.replace(/\s+/g, ' ')
								.trim()
						: inWords,
					count: found.count
				}
			: undefined
	);
	/** What goes to paper: the record in hand, or the page of records that it stands in. */
	let onPaper = $state<'record' | 'list'>('record');
	async function print(what: typeof onPaper) {
		onPaper = what;
		await tick();
		window.print();
	}
	const takeAll = () => void takeOnto(store, `of/${data.code}${page.url.search}`, inWords);
	/** A result that no strategy found keeps to the limits only when asked to. */
	const canBeLimited = $derived(
		['cql', 'said', 'heading', 'whole'].some((name) => page.url.searchParams.has(name)) &&
			index !== undefined &&
			hasLimits(store.inquiry, [index])
	);
	const isLimited = $derived(page.url.searchParams.get('limits') === 'yes');
	function turnLimits() {
		if (canBeLimited) void show({ limits: isLimited ? '' : 'yes', from: '', record: '' });
		else if (index && !data.run && !data.title) {
			store.send(turnAll(store.inquiry, [index]));
		}
	}
	function lookAt(wanted: View) {
		// The view that comes takes the keys up where they are.
		(document.activeElement as HTMLElement | null)?.blur();
		return goto(viewedAt(page.url, wanted), { keepFocus: true });
	}

	$effect(() =>
		useKeys({
			title: 'Records',
			keys: [
				{ shown: ['↑', '↓'], does: 'Walk the list; the record opens beside it' },
				{ shown: ['→'], does: 'Into the headings of the record' },
				{ shown: ['←'], does: 'Back to the list' },
				{ shown: ['Space'], does: 'On a heading: pick it for the current concept, or take it back' },
				{ shown: ['A'], does: 'On a heading: pick it with its aspect' },
				{ shown: ['S'], does: 'On a heading: set it aside' },
				{ shown: ['X'], does: 'In the list: mark the record, to copy, export or list it with others; on a heading: mark that' },
				{ shown: ['Enter'], does: 'On a heading: other concepts, each with what picking for it would add' },
				{ shown: ['G'], does: 'To the list', bind: 'g', run: () => void toList() },
				{ shown: ['N'], does: 'To what is near the record: the same work elsewhere, references, authors, headings in common', bind: 'n', run: () => document.querySelector<HTMLElement>('[data-near]')?.focus() },
				{ shown: ['L'], does: 'Mark the record as a pearl, or take that back', bind: 'l', run: () => data.sheet && togglePearl(store, data.code, data.sheet.id, data.sheet.item.title ?? '') },
				{ shown: ['R'], does: 'Put the work of the record on the reading list, or take it off', bind: 'r', run: () => data.sheet && data.code && toggleListed(store, data.code, data.sheet.id) },
				{ shown: ['K'], does: 'Keep these as a run', bind: 'k', run: keep },
				{ shown: ['I'], does: 'Lift all limits of this index, or let them hold again', bind: 'i', run: turnLimits },
				{ shown: ['B'], does: 'Back the way you came', bind: 'b', run: () => history.back() },
				{ shown: ['O'], does: 'Composition', bind: 'o', run: () => void lookAt('composition') },
				{ shown: ['W'], does: 'Headings worth a look', bind: 'w', run: () => void lookAt('headings') },
				{ shown: ['V'], does: 'Words of these records', bind: 'v', run: () => void lookAt('words') }
			]
		})
	); // prettier-ignore
</script>

<svelte:head><title>Records · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-1 border-b px-3 py-1 print:hidden">
	<h1 class="mr-2 font-semibold">Records</h1>
	<IndexesNav current={data.code} sort={data.sort} />
	{#if found && index}
		<span class="ml-3" aria-live="polite"
			><span class="font-semibold" data-found={data.title ? undefined : ''}>{number(found.count)}</span>
			{found.count === 1 ? 'record' : 'records'}</span
		>
		{#if data.run}
			<span class="text-quiet"
				>of run {data.run.number}{data.run.name && `, ${data.run.name}`} ·
				<a class="underline" href={recordsAt(place, data.code)}>the strategy as it stands</a></span
			>
		{:else if !data.title}
			<a class="quiet-action !py-0 text-xs" href={strategyAt(place, data.code)}>Strategy</a>
		{/if}
		{#if !data.title && !data.run}<LimitsInForce {store} {index} />{/if}
		<span class="ml-auto flex max-w-full items-center gap-1.5 max-md:ml-0 max-md:flex-wrap">
			<ViewSwitch {view} />
			{#if view === 'list'}
				<Select
					label="Sort"
					value={data.sort}
					options={SORTS.map(([value, says]) => ({ value, says }))}
					onChange={(sort) => void show({ sort, from: '', record: '' })}
				/>
				<Menu
					label="Print"
					items={[
						{ says: 'The record in hand', run: () => void print('record') },
						{ says: 'The records of this page', run: () => void print('list') }
					]}>Print</Menu
				>
			{/if}
		</span>
	{/if}
</div>

{#if data.title && found && index}
	<OpenedTitle
		title={data.title}
		count={found.count}
		{index}
		{back}
		whole={recordsAt(place, data.code)}
		onKeep={keep}
		onWatch={() => void watchFor(store, data.code ?? '', page.url.search)}
		wider={filtersIn(page.url).length > 0 ? filteredAt(page.url, 'back', view) : undefined}
		limits={canBeLimited ? { on: isLimited, turn: turnLimits } : undefined}
	/>
{/if}
{#if !found || !index}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">
			Records are found by the strategy for a subject index. Choose the indexes worth searching.
		</p>
		<a class="action" href={indexesAt(place)}>Choose subject indexes</a>
	</div>
{:else if found.count === 0}
	<div class="m-auto max-w-lg p-8 text-center">
		{#each data.faults ?? [] as fault, i (i)}<p class="mb-2 text-warn">{fault.message}</p>{/each}
		<p class="mb-3">
			{#if data.title}There is no such record now.{:else}{index.name} has no record for this {data.run
					? 'run'
					: 'strategy'}. The strategy says which part of it keeps most out.{/if}{#if !data.title && !data.run && hasLimits( store.inquiry, [index] )}{' '}Its
				limits stand above; <kbd class="key-cap">I</kbd> lifts them, and lets them hold again.{/if}
		</p>
		<a class="action" href={strategyAt(place, data.code)}>See what each part brings</a>
	</div>
{:else if view === 'composition'}
	<CompositionView {index} count={found.count} />
{:else if view === 'headings'}
	{#key result}<WorthView {index} count={found.count} />{/key}
{:else if view === 'words'}
	{#key result}<WordsView {index} count={found.count} />{/key}
{:else}
	{#key result}<ReadList
			{found}
			marks={data.marks ?? []}
			sheet={data.sheet}
			{size}
			{index}
			{concept}
			{isReordering}
			{show}
			{onPaper}
			onTake={takeAll}
		/>{/key}
{/if}
