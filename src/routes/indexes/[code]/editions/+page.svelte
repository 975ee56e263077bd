<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { CHANGE_KINDS, type ChangeKind } from '$core/edition/difference';
	import BranchBars from '$lib/components/editions/BranchBars.svelte';
	import ChangeRow from '$lib/components/editions/ChangeRow.svelte';
	import EditionList from '$lib/components/editions/EditionList.svelte';
	import { KIND_WORDS } from '$lib/components/editions/kinds';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { counted, number } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';
	import WordSwitch from '$lib/components/parts/WordSwitch.svelte';

	let { data } = $props();
	const name = $derived(data.index?.name ?? page.params.code ?? '');
	const labels = $derived(data.editions.map(({ label }) => ({ value: label, says: label })));
	const difference = $derived(data.difference);

	/** The same page with something asked otherwise. */
	function show(asked: Record<string, string>) {
		const params = new URLSearchParams(page.url.searchParams);
		params.delete('most');
		for (const [key, value] of Object.entries(asked))
			if (value === '') params.delete(key);
			else params.set(key, value);
		return goto(`?${params}`, { keepFocus: true, noScroll: true, replaceState: true });
	}

	const switched = (kind: ChangeKind, on: boolean) =>
		show({
			kinds: CHANGE_KINDS.filter((one) => (one === kind ? on : data.kinds.includes(one))).join(',')
		});
	const pair = $derived(new URLSearchParams({ from: data.from ?? '', to: data.to ?? '' }).toString());
	const apiAt = $derived(
		`/api/v1/indexes/${page.params.code}/editions/${encodeURIComponent(data.from ?? '')}/${encodeURIComponent(data.to ?? '')}`
	);
</script>

<svelte:head><title>Editions of {name} · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-6xl space-y-6 p-6">
	<div class="flex items-center gap-3">
		{#if data.index}<IndexMark index={data.index} size={28} />{/if}
		<h1 class="text-xl font-semibold">Editions of {name}</h1>
		<a class="quiet-action ml-auto" href="/indexes">Subject indexes</a>
	</div>
	{#if data.editions.length === 0}
		<p class="text-quiet">No vocabulary is loaded yet. The first file that is loaded is its first edition.</p>
	{:else}
		<EditionList code={page.params.code ?? ''} editions={data.editions} />
	{/if}
	{#if data.editions.length === 1}
		<p class="text-quiet">
			There is one edition so far. When a later file is loaded, this page tells what changed, and which cells
			of which inquiries that touches.
		</p>
	{:else if difference && data.from !== undefined && data.to !== undefined}
		<section class="space-y-4" aria-labelledby="changed">
			<div class="flex flex-wrap items-center gap-x-2 gap-y-1">
				<h2 id="changed" class="text-base font-semibold">What changed</h2>
				<span>from</span>
				<Select label="From" value={data.from} options={labels} onChange={(from) => show({ from })} />
				<span>to</span>
				<Select label="To" value={data.to} options={labels} onChange={(to) => show({ to })} />
				<span class="ml-auto text-quiet"
					>as <a
						class="quiet-action"
						href="/indexes/{page.params.code}/editions/difference.csv?{pair}"
						download>CSV</a
					><a class="quiet-action" href={apiAt} download="difference.json">JSON</a></span
				>
			</div>
			<div class="grid gap-8 lg:grid-cols-2">
				<div class="space-y-3">
					<p>
						{counted(difference.headings.before, 'heading')} before, {number(difference.headings.after)} after;
						{number(difference.headings.both)} are in both.
						{#if difference.entryTerms > 0}Entry terms changed at {counted(
								difference.entryTerms,
								'heading'
							)}.{/if}
					</p>
					{#if difference.newCycles.length > 0}
						<p class="border-l-2 border-warn bg-warn-wash p-2">
							Above themselves now, and not before: {difference.newCycles
								.map((cycle) => cycle.join(', '))
								.join('; ')}.
						</p>
					{/if}
					<div>
						<h3 class="font-semibold">Cells it touches</h3>
						{#if data.touched.length === 0}
							<p class="text-quiet">No pick of any inquiry, and nothing below one.</p>
						{:else}
							<ul>
								{#each data.touched as { id, title, cells, repairs } (id)}
									<li class="py-0.5">
										{#if data.to === data.current}<a
												class="text-lichen-deep underline"
												href="/inquiry/{id}/keep-up">{title}</a
											>{:else}<span class="font-semibold">{title}</span>{/if}:
										{counted(cells, 'cell')}, {counted(repairs, 'repair')}
									</li>
								{/each}
							</ul>
							{#if data.to !== data.current}<p class="text-xs text-quiet">
									Nothing of it changes by itself: once {data.to} is in use, each repair is proposed there.
								</p>{/if}
						{/if}
					</div>
				</div>
				<div>
					<h3 class="font-semibold">Changed branches</h3>
					<BranchBars branches={difference.branches} />
				</div>
			</div>
			<div class="flex flex-wrap items-center gap-x-1 gap-y-1 border-t pt-3">
				<span class="mr-1 text-quiet">Only</span>
				{#each CHANGE_KINDS.filter((kind) => difference.counts[kind] > 0) as kind (kind)}
					<WordSwitch on={data.kinds.includes(kind)} onChange={(on) => switched(kind, on)}
						>{KIND_WORDS[kind]} {number(difference.counts[kind])}</WordSwitch
					>
				{/each}
				<label class="ml-auto"
					><span class="text-quiet">Holding</span>
					<input
						class="field ml-1 w-52"
						value={data.typed}
						onchange={(event) => show({ q: event.currentTarget.value.trim() })}
					/></label
				>
			</div>
			<ul class="divide-y border-y">
				{#each difference.changes as change, i (i)}
					<ChangeRow {change} />
				{:else}
					<li class="py-3 text-quiet">
						{data.kinds.length > 0 || data.typed !== ''
							? 'No change of this kind.'
							: 'Nothing changed between these two editions.'}
					</li>
				{/each}
			</ul>
			{#if difference.total > difference.changes.length}
				<p class="text-quiet">
					{number(difference.changes.length)} of {number(difference.total)} are shown.
					<button class="quiet-action" onclick={() => show({ most: String(data.most + 500) })}
						>Show more</button
					>
				</p>
			{/if}
		</section>
	{:else if data.from !== undefined}
		<p class="text-quiet">Choose two different editions to see what changed.</p>
	{/if}
</main>
