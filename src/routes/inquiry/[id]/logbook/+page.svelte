<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { HistoryEntry } from '$lib/server/inquiry';
	import type { Comparison, RunLine } from '$lib/server/runs';
	import { replayAt, strategyAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { hour } from '$lib/components/inquiry/moment';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import Compare from '$lib/components/logbook/Compare.svelte';
	import Elsewhere from '$lib/components/logbook/Elsewhere.svelte';
	import OverlapPanel from '$lib/components/overlap/OverlapPanel.svelte';
	import RunEntry from '$lib/components/logbook/RunEntry.svelte';
	import type { How } from '$lib/components/runs/combined';
	import { askRuns } from '$lib/components/runs/ask-runs';

	/** What was run and what was decided, in words, newest first. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	let older = $state.raw<HistoryEntry[]>([]);
	let more = $derived(data.more);
	const entries = $derived([...data.entries, ...older]);

	const SHOWN = ['everything', 'runs', 'decisions'] as const;
	const asked = $derived(page.url.searchParams.get('show') as (typeof SHOWN)[number]);
	const shown = $derived(SHOWN.includes(asked) ? asked : 'everything');
	/** The run that another one is to be set beside. */
	let beside = $state.raw<RunLine | undefined>();
	/** How another one is to be put to it; nothing where they are compared. */
	let how = $state<How | undefined>();
	let comparison = $state.raw<Comparison | undefined>();
	/** Three runs of one index that are set beside each other. */
	let together = $state.raw<{ code: string; runs: number[] } | undefined>();
	let loggingElsewhere = $state(false);

	async function readOlder() {
		const last = entries[entries.length - 1];
		const { value } = await ask<{ entries: HistoryEntry[]; more: boolean }>(
			`/inquiry/${store.id}/history?before=${last.revision}`
		);
		if (!value) return;
		older = [...older, ...value.entries];
		more = value.more;
	}

	type Entry =
		{ at: string; run: RunLine; change?: undefined } | { at: string; change: HistoryEntry; run?: undefined };
	const days = $derived.by(() => {
		const oldest = more && entries.length > 0 ? new Date(entries[entries.length - 1].at).toISOString() : '';
		const all: Entry[] = [
			...(shown === 'runs'
				? []
				: entries.map((change) => ({ at: new Date(change.at).toISOString(), change }))),
			// Runs from before the oldest entry shown wait for it.
			...(shown === 'decisions'
				? []
				: data.runs.filter(({ at }) => shown === 'runs' || at >= oldest).map((run) => ({ at: run.at, run })))
		];
		all.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
		const found: { day: string; entries: Entry[] }[] = [];
		for (const entry of all) {
			const day = new Date(entry.at).toLocaleDateString('en-GB', {
				weekday: 'long',
				day: 'numeric',
				month: 'long',
				year: 'numeric'
			});
			if (found[found.length - 1]?.day !== day) found.push({ day, entries: [] });
			found[found.length - 1].entries.push(entry);
		}
		return found;
	});
	const STATES = { standing: '', undone: 'undone', dropped: 'undone' } as const;

	function show(what: string) {
		const url = new URL(page.url);
		if (what === 'everything') url.searchParams.delete('show');
		else url.searchParams.set('show', what);
		void goto(url, { keepFocus: true, noScroll: true, replaceState: true });
	}
	/** Sets two runs of one index beside each other, the earlier one first. */
	async function setBeside(one: number, other: number) {
		beside = undefined;
		const [a, b] = [one, other].sort((x, y) => x - y);
		comparison = await askRuns<Comparison>(`/inquiry/${store.id}/runs/compare?a=${a}&b=${b}`);
	}
	function chooseOther(run: RunLine, by: How | undefined) {
		beside = beside ? undefined : run;
		how = beside && by;
	}

	function onkeydown(event: KeyboardEvent) {
		if (event.key === 'Escape') beside = undefined;
	}
</script>

<svelte:head><title>Logbook · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-center gap-3 border-b px-3 py-1">
	<h1 class="font-semibold">Logbook</h1>
	<div class="flex gap-0.5" role="group" aria-label="Entries to show">
		{#each SHOWN as one (one)}
			<button
				class="rounded px-1.5 py-0.5 text-quiet hover:bg-shade aria-pressed:bg-wash aria-pressed:font-semibold aria-pressed:text-lichen-deep"
				aria-pressed={shown === one}
				onclick={() => show(one)}
				>{one}{#if one === 'runs'}{' '}{data.runs.length}{/if}</button
			>
		{/each}
	</div>
	{#if beside}
		<p class="text-lichen-deep" role="status">
			{#if how}Records of run {beside.number} <span class="font-semibold">{how}</span> of which other run of {store.indexName(
					beside.indexCode
				)}?{:else}Choose another run of {store.indexName(beside.indexCode)} to compare with run {beside.number},
				or a run of another index to pool with it.{/if}
			<button class="quiet-action" onclick={() => (beside = undefined)}>Leave it</button>
		</p>
	{/if}
	<span class="ml-auto"></span>
	<a class="quiet-action border" href={replayAt(placeOf(store))}>Replay</a>
	<button data-changes class="quiet-action" onclick={() => (loggingElsewhere = true)}
		>Log a search made elsewhere</button
	>
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (what scrolls must be reached by the keys that scroll it) -->
<div
	class="relative min-h-0 flex-1 overflow-y-auto"
	tabindex="0"
	role="region"
	aria-label="Logbook"
	{onkeydown}
>
	<div class="mx-auto max-w-3xl p-6">
		{#each days as { day, entries: own } (day)}
			<section class="mb-6">
				<h2 class="mb-1 border-b pb-1 text-quiet">{day}</h2>
				<ol>
					{#each own as { at, run, change } (`${run?.number ?? ''} ${change?.revision ?? ''}`)}
						<li class="grid grid-cols-[52px_1fr_auto] gap-x-3 py-1">
							{#if change}<a
									class="text-quiet hover:underline"
									href={replayAt(placeOf(store), change.revision)}
									aria-label="{hour(at)}: the inquiry as it was after this change">{hour(at)}</a
								>{:else}<span class="pt-2 text-quiet">{hour(at)}</span>{/if}
							{#if run}
								<RunEntry
									{run}
									pearls={data.pearls[run.number]}
									{beside}
									{how}
									onBeside={(by) => chooseOther(run, by)}
									onSet={(other) => setBeside(other, run.number)}
								/>
								<span class="pt-2 text-xs text-quiet">{run.person}</span>
							{:else if change}
								<span>
									<span class:line-through={change.kind === 'do' && change.state !== 'standing'}
										>{change.summary}</span
									>
									{#if change.kind === 'do' && STATES[change.state]}<span class="text-xs text-quiet">
											{STATES[change.state]}</span
										>{/if}
									{#if change.note}<span class="block text-xs text-quiet">{change.note}</span>{/if}
								</span>
								<span class="text-xs text-quiet">{change.person}</span>
							{/if}
						</li>
					{/each}
				</ol>
			</section>
		{:else}
			<p class="text-quiet">
				{#if shown === 'runs'}Nothing has been run yet. <a class="underline" href={strategyAt(placeOf(store))}
						>Go to a strategy</a
					> and run it: each run is kept here.
				{:else}Nothing has been done in this inquiry yet. Every change is kept here, with its reason.{/if}
			</p>
		{/each}
		{#if more && shown !== 'runs'}<button class="quiet-action border" onclick={readOlder}
				>Older entries</button
			>{/if}
	</div>
</div>
{#if comparison}<Compare
		{comparison}
		runs={data.runs}
		pearls={data.pearls}
		onClose={() => (comparison = undefined)}
		onMore={(run) => {
			together = { code: comparison?.indexCode ?? '', runs: [comparison?.a ?? 0, comparison?.b ?? 0, run] };
			comparison = undefined;
		}}
	/>{/if}
{#if together}<OverlapPanel
		title="Runs {together.runs.join(', ')} of {store.indexName(together.code)}"
		code={together.code}
		sets="runs.{together.runs.join('.')}"
		onClose={() => (together = undefined)}
	/>{/if}
{#if loggingElsewhere}<Elsewhere onClose={() => (loggingElsewhere = false)} />{/if}
