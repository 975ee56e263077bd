<script lang="ts">
	import { goto } from '$app/navigation';
	import { keepUpAt, logbookAt, readingListAt, strategyAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { counted, number, signed } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';

	/** What changed since a date, a run or a report. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const changed = $derived(data.changed);
	const isDate = $derived(/^\d{4}-/.test(data.asked));
	const options = $derived([
		{ value: '7 days', says: 'a week ago' },
		{ value: '30 days', says: 'thirty days ago' },
		{ value: '365 days', says: 'a year ago' },
		...(isDate ? [{ value: data.asked, says: data.asked }] : []),
		...changed.reports.map(({ number: n, at }) => ({
			value: `report ${n}`,
			says: `report ${n}, ${moment(at)}`
		})),
		...changed.runs.map(({ number: n, name, index }) => ({
			value: `run ${n}`,
			says: `run ${n}${name ? `, ${name}` : ''}, ${store.indexName(index)}`
		}))
	]);
	const show = (since: string) =>
		goto(`?${new URLSearchParams({ since })}`, { keepFocus: true, noScroll: true });
	const indexOf = (code: string) => store.indexes.find((index) => index.code === code);
</script>

<svelte:head><title>What changed · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-2 border-b px-3 py-1.5">
	<h1 class="font-semibold">What changed since</h1>
	<Select label="Since" value={data.asked} {options} onChange={(since) => void show(since)} />
	<label class="flex items-center gap-1"
		><span class="text-quiet">or a day</span>
		<input
			type="date"
			class="field"
			value={isDate ? data.asked : ''}
			onchange={(event) => event.currentTarget.value && void show(event.currentTarget.value)}
		/></label
	>
	<a class="quiet-action ml-auto" href={keepUpAt(place)}>Keep up</a>
</div>
<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="relative min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="What changed">
	<div class="mx-auto grid max-w-5xl gap-x-10 gap-y-6 px-6 py-4 lg:grid-cols-2">
		<section class="space-y-6">
			<div>
				<h2 class="border-b pb-1 font-semibold">Strategies</h2>
				<table class="w-full text-left">
					<thead class="text-quiet"
						><tr
							><th class="py-1 pr-4 font-normal">Index</th><th class="pr-4 text-right font-normal"
								>finds now</th
							><th class="font-normal">against the last run before</th></tr
						></thead
					>
					<tbody>
						{#each changed.strategies as { index, now, then } (index)}
							{@const own = indexOf(index)}
							<tr class="align-baseline">
								<th class="py-1 pr-4 font-normal"
									><a class="flex items-center gap-1.5 hover:underline" href={strategyAt(place, index)}
										>{#if own}<IndexMark index={own} size={16} />{/if}{store.indexName(index)}</a
									></th
								>
								<td class="pr-4 text-right">{now === null ? 'cannot run' : number(now)}</td>
								<td class="text-quiet"
									>{#if !then}no run before it{:else if now === null}run {then.number} found {number(
											then.count
										)}{:else}{signed(now - then.count)}, run {then.number} found {number(then.count)}{/if}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
			<div>
				<h2 class="border-b pb-1 font-semibold">Editions</h2>
				{#each changed.editions as { index, label, at, isCurrent, from, changes } (`${index} ${label}`)}
					<p class="py-1">
						<a
							class="text-lichen-deep underline"
							href="/indexes/{index}/editions?from={encodeURIComponent(from)}&to={encodeURIComponent(label)}"
							>{store.indexName(index)}, edition {label}</a
						>, {moment(at)}: {counted(changes, 'change')} from {from}{isCurrent
							? '; in use'
							: '; not in use'}.
					</p>
				{:else}<p class="py-1 text-quiet">No edition came.</p>{/each}
			</div>
			<div>
				<h2 class="border-b pb-1 font-semibold">Records and works</h2>
				<p class="py-1">
					<a class="hover:underline" href={keepUpAt(place)}
						>{counted(changed.records.found, 'new record')} found by watches{changed.records.unlooked > 0
							? `, ${number(changed.records.unlooked)} not looked at`
							: ''}</a
					>.
				</p>
				<p class="py-1">
					<a class="hover:underline" href={readingListAt(place)}
						>{counted(changed.works.added, 'work')} put on the reading list, {number(changed.works.decided)} decided</a
					>.
				</p>
			</div>
		</section>
		<section>
			<h2 class="flex items-baseline gap-2 border-b pb-1">
				<span class="font-semibold">Decisions</span>
				<span class="text-quiet">{number(changed.decisions.total)}, latest first</span>
				<a class="quiet-action ml-auto !py-0" href={logbookAt(place)}>Logbook</a>
			</h2>
			<ul class="divide-y">
				{#each changed.decisions.lines as { revision, at, person, summary } (revision)}
					<li class="py-1">
						{summary}
						<span class="block text-xs text-quiet">{person}, {moment(at)}</span>
					</li>
				{:else}<li class="py-1 text-quiet">Nothing was decided.</li>{/each}
			</ul>
			{#if changed.decisions.total > changed.decisions.lines.length}<p class="py-1 text-quiet">
					{number(changed.decisions.total - changed.decisions.lines.length)} earlier ones stand in the logbook.
				</p>{/if}
		</section>
	</div>
</div>
