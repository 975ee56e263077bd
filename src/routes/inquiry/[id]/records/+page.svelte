<script lang="ts">
	import { afterNavigate, goto } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { indexesAt, recordsAt, strategyAt } from '$lib/components/inquiry/addresses';
	import { currentConcept, placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { wayBack } from '$lib/components/records/way-back';
	import OpenedTitle from '$lib/components/records/OpenedTitle.svelte';
	import RecordList from '$lib/components/records/RecordList.svelte';
	import RecordView from '$lib/components/records/RecordView.svelte';
	import { number } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';

	/** What a strategy finds, or what a run found: the list, with the record in hand beside it. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const place = $derived(placeOf(store));
	const index = $derived(store.indexes.find(({ code }) => code === data.code));
	const found = $derived(data.page);
	const size = $derived(data.size ?? 1);
	const last = $derived(found ? Math.min(found.count, found.offset + size) : 0);
	/** Where the number stood that led here. */
	let cameFrom = $state.raw<URL>();
	afterNavigate(({ from }) => {
		if (from?.url && from.url.pathname !== page.url.pathname) cameFrom = from.url;
	});
	const back = $derived(wayBack(cameFrom, place, data.run ? 'logbook' : 'strategy'));
	const SORTS = [
		['relevance', 'best match'],
		['newest', 'latest year first'],
		['oldest', 'earliest year first']
	] as const;

	function show(changes: Record<string, string>, replace = true) {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(changes))
			if (value) url.searchParams.set(name, value);
			else url.searchParams.delete(name);
		return goto(url, { keepFocus: true, noScroll: true, replaceState: replace });
	}
	const open = (id: string) => void show({ record: id });
	const pageTo = (from: number) => show({ from: from > 0 ? String(from) : '', record: '' }, false);
	async function beyond(by: 1 | -1) {
		if (!found) return;
		const from = found.offset + by * size;
		if (from < 0 || from >= found.count) return;
		await pageTo(from);
		const rows = document.querySelectorAll<HTMLElement>('[data-record]');
		rows[by > 0 ? 0 : rows.length - 1]?.focus();
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
				{ shown: ['X'], does: 'On a heading: mark it, to look at it with others' },
				{ shown: ['Enter'], does: 'On a heading: other concepts, each with what picking for it would add' },
				{
					shown: ['G'],
					does: 'To the list',
					bind: 'g',
					run: () => document.querySelector<HTMLElement>('[data-record][tabindex="0"]')?.focus()
				}
			]
		})
	);
</script>

<svelte:head><title>Records · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-center gap-1 border-b px-3 py-1">
	<h1 class="mr-2 font-semibold">Records</h1>
	<nav class="flex min-w-0 gap-1 overflow-x-auto" aria-label="Subject indexes">
		{#each store.columns as column (column.code)}
			<a
				href={recordsAt(place, column.code, { sort: data.sort })}
				aria-current={column.code === data.code ? 'true' : undefined}
				class="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep"
				><IndexMark index={column} size={18} />{column.name}</a
			>
		{/each}
	</nav>
	{#if found && index}
		<span class="ml-3" aria-live="polite"
			><span class="font-semibold">{number(found.count)}</span> records</span
		>
		{#if data.run}
			<span class="text-quiet"
				>of run {data.run.number}{data.run.name && `, ${data.run.name}`} ·
				<a class="underline" href={recordsAt(place, data.code)}>the strategy as it stands</a></span
			>
		{:else if !data.title}
			<a class="quiet-action !py-0 text-xs" href={strategyAt(place, data.code)}>Strategy</a>
		{/if}
		<span class="ml-auto flex items-center gap-1.5">
			<span class="text-quiet">sort</span>
			<Select
				label="Sort"
				value={data.sort}
				options={SORTS.map(([value, says]) => ({ value, says }))}
				onChange={(sort) => void show({ sort, from: '', record: '' })}
			/>
		</span>
	{/if}
</div>

{#if data.title && found && index}
	<OpenedTitle title={data.title} count={found.count} {index} {back} whole={recordsAt(place, data.code)} />
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
					: 'strategy'}. The strategy says which part of it keeps most out.{/if}
		</p>
		<a class="action" href={strategyAt(place, data.code)}>See what each part brings</a>
	</div>
{:else}
	<div
		class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto"
		class:opacity-60={navigating.to?.url.pathname === page.url.pathname &&
			navigating.to?.url.searchParams.get('sort') !== data.sort}
	>
		<div class="flex w-[430px] shrink-0 flex-col border-r max-md:w-full">
			<div class="relative min-h-0 flex-1 overflow-y-auto">
				<RecordList
					records={found.records}
					offset={found.offset}
					{index}
					current={data.sheet?.id}
					onOpen={open}
					onBeyond={beyond}
				/>
			</div>
			<div class="flex items-center gap-2 border-t px-3 py-1 text-xs">
				<span class="text-quiet">{number(found.offset + 1)} to {number(last)} of {number(found.count)}</span>
				<span class="ml-auto"></span>
				<button
					class="quiet-action !py-0.5"
					disabled={found.offset === 0}
					onclick={() => pageTo(found.offset - size)}>Earlier</button
				>
				<button
					class="quiet-action !py-0.5"
					disabled={last >= found.count}
					onclick={() => pageTo(found.offset + size)}>Further</button
				>
			</div>
		</div>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
		<div class="relative min-w-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Record">
			{#if data.sheet}<RecordView sheet={data.sheet} {index} {concept} sort={data.sort} />{/if}
		</div>
	</div>
{/if}
