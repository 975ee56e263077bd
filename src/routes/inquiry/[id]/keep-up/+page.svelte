<script lang="ts">
	import { untrack } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { changedAt, crosswalkAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import WatchList from '$lib/components/keeping/WatchList.svelte';
	import RepairRow from '$lib/components/keeping/RepairRow.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import { leaving } from '$core/keeping';
	import type { PricedRepair } from '$lib/server/keeping';

	/** What later editions touch in the crosswalk, cell by cell. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	// A repair that was taken a moment ago has changed its pick already; the list follows once that is saved.
	const open = $derived(data.repairs.filter((repair) => isOpen(repair)));
	function isOpen({ pick, id, from }: PricedRepair): boolean {
		if (pick) return store.inquiry.picks[pick.id]?.edition === from;
		const cell = store.inquiry.cells[id];
		return cell?.noHeading === true && cell.edition === from;
	}
	const indexes = $derived(
		store.columns.flatMap((index) => {
			const own = open.filter(({ indexCode }) => indexCode === index.code);
			const cells = store.concepts.flatMap((concept) => {
				const repairs = own.filter(({ conceptId }) => conceptId === concept.id);
				return repairs.length > 0 ? [{ concept, repairs }] : [];
			});
			return cells.length > 0 ? [{ index, cells, repairs: own }] : [];
		})
	);
	function takeAll(repairs: readonly PricedRepair[], where: string) {
		store.send({
			kind: 'many',
			title: `Took ${counted(repairs.length, 'repair')} in ${where}`,
			commands: repairs.map(({ take }) => take)
		});
	}
	function leaveAll(repairs: readonly PricedRepair[], where: string) {
		store.send({
			kind: 'many',
			title: `Left ${counted(repairs.length, 'repair')} in ${where} as they were`,
			commands: repairs.map((repair) => leaving(repair, ''))
		});
	}
	let seen: number | undefined;
	$effect(() => {
		const { followed, saving } = store;
		if (followed === seen || saving !== 'saved') return;
		const isFirst = seen === undefined;
		seen = followed;
		if (isFirst) return;
		untrack(() => void invalidateAll());
	});
	$effect(() =>
		useKeys({
			title: 'Keep up',
			keys: [
				{
					shown: ['G'],
					does: 'To the first repair',
					bind: 'g',
					run: () => document.querySelector<HTMLElement>('[data-take]')?.focus()
				}
			]
		})
	);
</script>

<svelte:head><title>Keep up · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-center gap-3 border-b px-3 py-1.5">
	<h1 class="font-semibold">Keep up</h1>
	<span class="text-quiet" aria-live="polite">{counted(open.length, 'repair')} open</span>
	<a class="quiet-action ml-auto" href={changedAt(place)}>What changed since …</a>
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="relative min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Keep up">
	<div class="mx-auto max-w-5xl px-6 py-4">
		<WatchList watches={data.watches} />
		<section class="mt-8" aria-labelledby="repairs">
			<h2 class="flex flex-wrap items-baseline gap-2 border-b pb-1" id="repairs">
				<span class="font-semibold">Repairs</span>
				<span class="text-quiet">what later editions touch in the crosswalk</span>
			</h2>
			{#if open.length === 0}
				<p class="py-3 text-quiet">
					Every pick stands as it was made, in the edition of its vocabulary that is in use. When a later
					edition changes a heading, or something below one, each cell it touches is listed here.
					{#each store.columns as { code, name, edition } (code)}{#if edition}<a
								class="quiet-action"
								href="/indexes/{code}/editions">{name}, edition {edition}</a
							>{/if}{/each}
				</p>
			{/if}
			{#each indexes as { index, cells, repairs } (index.code)}
				<section class="mb-6 pt-3" aria-label={index.name}>
					<h3 class="flex flex-wrap items-center gap-2 border-b pb-1">
						<IndexMark {index} size={20} />
						<span class="font-semibold">{index.name}</span>
						<span class="text-quiet"
							>edition {index.edition}, {counted(repairs.length, 'repair')} in {counted(
								cells.length,
								'cell'
							)}</span
						>
						<a
							class="quiet-action ml-auto"
							href="/indexes/{index.code}/editions?from={encodeURIComponent(
								repairs[0].from
							)}&to={encodeURIComponent(repairs[0].to)}">All that changed</a
						>
						<button data-changes class="quiet-action" onclick={() => takeAll(repairs, index.name)}
							>Take all {repairs.length}</button
						>
						<button class="quiet-action" onclick={() => leaveAll(repairs, index.name)}>Leave all</button>
					</h3>
					{#each cells as { concept, repairs: own } (concept.id)}
						<h4 class="pt-3">
							<a
								class="font-semibold hover:underline"
								href={crosswalkAt(place, `${concept.id}:${index.code}`)}>{concept.name}</a
							>
						</h4>
						<ul class="divide-y">
							{#each own as repair (repair.id)}<RepairRow {repair} />{/each}
						</ul>
					{/each}
				</section>
			{/each}
		</section>
	</div>
</div>
