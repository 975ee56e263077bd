<script lang="ts">
	import { untrack } from 'svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import type { JudgedFinding } from '$lib/server/reading';
	import { indexesAt, strategyAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import FindingList from '$lib/components/strategy/FindingList.svelte';
	import { mendOf } from '$lib/components/strategy/findings';

	/** The check of every strategy on one screen; a mend is tried in the strategy it is of. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const checks = $derived(
		data.checks.flatMap(({ code, findings }) => {
			const index = store.columns.find((column) => column.code === code);
			return index
				? [{ index, findings, open: findings.filter(({ left }) => left === undefined).length }]
				: [];
		})
	);
	const all = $derived(checks.reduce((sum, { open }) => sum + open, 0));
	// What was found follows the inquiry; the first time it came with the page.
	let seen: number | undefined;
	$effect(() => {
		const { followed, saving } = store;
		if (followed === seen || saving !== 'saved') return;
		const isFirst = seen === undefined;
		seen = followed;
		if (isFirst) return;
		untrack(() => void invalidateAll());
	});
	const tryIt = (code: string, finding: JudgedFinding) =>
		void goto(`${strategyAt(place, code)}&try=${encodeURIComponent(JSON.stringify(mendOf(finding)))}`);

	$effect(() =>
		useKeys({
			title: 'Check',
			keys: [
				{
					shown: ['G'],
					does: 'To the first finding',
					bind: 'g',
					run: () => document.querySelector<HTMLElement>('[data-findings] button')?.focus()
				}
			]
		})
	);
</script>

<svelte:head><title>Check · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-center gap-3 border-b px-3 py-1.5">
	<h1 class="font-semibold">Check of all strategies</h1>
	<span class="text-quiet" aria-live="polite">{counted(all, 'finding')} open</span>
	<a class="quiet-action ml-auto" href={strategyAt(place)}>Back to the strategy</a>
</div>
{#if checks.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A check looks through the strategy of each subject index. Choose the indexes first.</p>
		<a class="action" href={indexesAt(place)}>Choose subject indexes</a>
	</div>
{:else}
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div class="relative min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Findings">
		<div class="mx-auto max-w-4xl px-6 py-4">
			{#each checks as { index, findings, open } (index.code)}
				<section class="mb-6" aria-label={index.name}>
					<h2 class="mb-1 flex items-center gap-2 border-b pb-1">
						<IndexMark {index} size={20} />
						<a class="font-semibold hover:underline" href={strategyAt(place, index.code)}>{index.name}</a>
						<span class="text-quiet">{counted(open, 'finding')} open</span>
					</h2>
					<FindingList {findings} code={index.code} onTry={(finding) => tryIt(index.code, finding)} />
				</section>
			{/each}
		</div>
	</div>
{/if}
