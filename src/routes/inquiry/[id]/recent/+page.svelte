<script lang="ts">
	import { goto } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import type { Recent, Together } from '$lib/server/find';
	import { thenAndNow } from '$lib/components/find/recent-lines';
	import { useRecent } from '$lib/components/find/recent.svelte';
	import { lookedAt, pooledAt, recordsAt, recordsLookedAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import FreeWord from '$lib/components/marks/FreeWord.svelte';
	import HeadingText from '$lib/components/marks/HeadingText.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { messages } from '$lib/components/messages/messages.svelte';
	import Menu from '$lib/components/parts/Menu.svelte';
	import { keepAsRun } from '$lib/components/runs/keep-as-run';
	import { askRuns } from '$lib/components/runs/ask-runs';

	/** All that this person looked at lately in the inquiry: opened again, kept, put together, deleted. */
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const recent = $derived(useRecent()());
	const HOWS = ['and', 'or', 'not'] as const;
	/** The first of two, and how the other one is to be put to it. */
	let waiting = $state.raw<{ entry: Recent; how: (typeof HOWS)[number] } | undefined>();

	$effect(() => {
		const mine = recent;
		void mine.load().then(() => mine.count(mine.entries));
	});

	const queryOf = (address: string) => new URL(address, location.href).search;
	async function keep(entry: Recent) {
		const records = queryOf(recordsLookedAt(place, entry));
		if (entry.indexCode !== '') return keepAsRun(store, entry.indexCode, records);
		const kept = await askRuns<{ numbers: number[] }>(`/inquiry/${store.id}/pooled/kept${records}`, {
			body: {}
		});
		if (kept)
			messages.say(
				kept.numbers.length === 0
					? 'Nothing was kept: there is no such record now'
					: kept.numbers.length === 1
						? `Kept as run ${kept.numbers[0]}`
						: `Kept as runs ${kept.numbers.join(', ')}, one for each index`
			);
	}

	const fits = (entry: Recent) =>
		waiting !== undefined &&
		waiting.entry !== entry &&
		(waiting.entry.indexCode === '' || entry.indexCode === '' || waiting.entry.indexCode === entry.indexCode);
	async function putTogether(other: Recent) {
		if (!waiting) return;
		const entries = [waiting.entry, other].map(({ kind, indexCode, search }) => ({
			kind,
			indexCode,
			search
		}));
		const { how } = waiting;
		const { value, fault } = await ask<Together>(`/inquiry/${store.id}/recent/together`, {
			body: { how, entries }
		});
		if (fault) return messages.warn(inWords(fault, 'Nothing was put together.'));
		waiting = undefined;
		const { indexCode, cql } = value;
		await goto(indexCode ? recordsAt(place, indexCode, { cql }) : pooledAt(place, { cql }));
	}
</script>

<svelte:window onkeydown={(event) => event.key === 'Escape' && (waiting = undefined)} />
<svelte:head><title>Recent · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-3 border-b px-3 py-1">
	<h1 class="font-semibold">Recent</h1>
	{#if waiting}
		<p class="text-lichen-deep" role="status">
			Records of “{waiting.entry.says}” <span class="font-semibold">{waiting.how}</span> of which other?
			<button class="quiet-action" onclick={() => (waiting = undefined)}>Leave it</button>
		</p>
	{:else}<p class="text-quiet">
			What you looked at in this inquiry, the latest 200. Nobody else sees it.
		</p>{/if}
	{#if recent.entries.length > 0}<button class="quiet-action ml-auto" onclick={() => void recent.remove()}
			>Delete all</button
		>{/if}
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Recent">
	<ul class="mx-auto max-w-4xl p-4">
		{#each recent.entries as entry (JSON.stringify([entry.kind, entry.indexCode, entry.search]))}
			{@const index = store.indexes.find(({ code }) => code === entry.indexCode)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-b py-1.5">
				<span class="flex min-w-0 flex-1 basis-72 items-baseline gap-2">
					{#if index}<span class="self-center"><IndexMark {index} size={16} label={index.name} /></span>{/if}
					<a class="min-w-0 truncate underline-offset-2 hover:underline" href={lookedAt(place, entry)}
						>{#if entry.kind === 'heading'}<HeadingText
								label={entry.says}
							/>{:else if entry.kind === 'word'}<FreeWord text={entry.says} />{:else}{entry.says}{/if}</a
					>
				</span>
				<span class="text-xs text-quiet"
					>{#if recent.nowOf(entry) === null}no longer there{:else}<a
							class="count"
							href={recordsLookedAt(place, entry)}>{thenAndNow(entry.count, recent.nowOf(entry))}</a
						>{/if}</span
				>
				<span class="w-28 text-right text-xs text-quiet">{moment(entry.at)}</span>
				<span class="flex min-w-60 justify-end gap-1 text-xs">
					{#if waiting}
						{#if fits(entry)}<button class="action !py-0" onclick={() => void putTogether(entry)}
								>{waiting.how} this</button
							>{/if}
					{:else}
						{#each HOWS as how (how)}
							<button
								class="quiet-action !py-0"
								aria-label="{entry.says} {how} …"
								onclick={() => (waiting = { entry, how })}>{how}</button
							>
						{/each}
						<button data-changes class="quiet-action !py-0" onclick={() => void keep(entry)}
							>Keep as a run</button
						>
						<Menu
							label="More for {entry.says}"
							items={[{ says: 'Delete', run: () => void recent.remove(entry) }]}>more</Menu
						>
					{/if}
				</span>
			</li>
		{:else}
			<li class="py-8 text-center text-quiet">
				Nothing yet. Words you look up, headings and results you open are kept here by themselves.
			</li>
		{/each}
	</ul>
</div>
