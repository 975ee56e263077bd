<script lang="ts">
	import { messages } from '../messages/messages.svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import type { PearlName } from '$lib/server/reading';
	import type { RunLine } from '$lib/server/runs';
	import { pooledAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { counted, number } from '../parts/numbers';
	import { askRuns } from '../runs/ask-runs';
	import { combinedInWords, type How } from '../runs/combined';
	import RunDetails from './RunDetails.svelte';

	/** One run in the logbook: what it found, against the one before, and what can be done with it. */
	interface Props {
		run: RunLine;
		/** What it found of the pearls of its index, where there are any. */
		pearls: { of: number; found: PearlName[] } | undefined;
		/** The run that another one is to be set beside, or put to it, if any. */
		beside: RunLine | undefined;
		/** How the other one is to be put to it; nothing where they are compared. */
		how: How | undefined;
		/** Has this one wait for another, or no longer. */
		onBeside: (how?: How) => void;
		/** Sets a run beside this one. */
		onSet: (other: number) => void;
	}
	let { run, pearls, beside, how, onBeside, onSet }: Props = $props();
	const HOWS: readonly How[] = ['and', 'or', 'not'];
	const waits = $derived(beside?.number === run.number);
	const fits = $derived(beside !== undefined && !waits && beside.indexCode === run.indexCode);
	let isOver = $state(false);
	/** What is dragged is known by its number and index. */
	const KIND = 'application/x-oakmoss-run';

	function drop(event: DragEvent) {
		isOver = false;
		const [number, code] = (event.dataTransfer?.getData(KIND) ?? '').split(' ');
		if (!number || Number(number) === run.number) return;
		event.preventDefault();
		if (code === run.indexCode) onSet(Number(number));
		else void goto(pooledAt(placeOf(store), { runs: [Number(number), run.number] }));
	}
	const store = $derived(useInquiry()());
	const index = $derived(store.indexes.find(({ code }) => code === run.indexCode));
	let open = $state(false);
	const KINDS = {
		run: '',
		combined: 'combined',
		kept: 'kept as it was found',
		elsewhere: 'made elsewhere'
	} as const;
	const change = $derived.by(() => {
		if (!run.change) return '';
		const { by, number: other } = run.change;
		if (by === 0) return `as many as run ${other}`;
		return `${number(Math.abs(by))} ${by > 0 ? 'more' : 'fewer'} than run ${other}`;
	});

	async function combine(first: number, by: How) {
		onBeside();
		const made = await askRuns<{ number: number }>(`/inquiry/${store.id}/runs`, {
			body: { kind: 'combine', how: by, runs: [first, run.number] }
		});
		if (!made) return;
		await invalidateAll();
		messages.say(`Run ${made.number}: ${combinedInWords({ how: by, runs: [first, run.number] })}`, {
			label: 'Read its records',
			run: () => void goto(recordsAt(placeOf(store), run.indexCode, { run: made.number }))
		});
	}
</script>

<div
	class="rounded-md border bg-leaf px-3 py-2"
	class:!border-lichen={waits || fits || isOver}
	role="group"
	aria-label="Run {run.number}"
	draggable={run.kind !== 'elsewhere'}
	ondragstart={(event) => event.dataTransfer?.setData(KIND, `${run.number} ${run.indexCode}`)}
	ondragover={(event) => {
		if (!event.dataTransfer?.types.includes(KIND)) return;
		event.preventDefault();
		isOver = true;
	}}
	ondragleave={() => (isOver = false)}
	ondrop={drop}
>
	<div class="flex flex-wrap items-baseline gap-x-2">
		{#if index}<span class="self-center"><IndexMark {index} size={16} /></span>{/if}
		<button class="text-left hover:underline" aria-expanded={open} onclick={() => (open = !open)}>
			<span class="font-semibold">Run {run.number}</span> · {store.indexName(run.indexCode)} ·
			<span class="font-semibold">{number(run.count)}</span>
			{run.count === 1 ? 'record' : 'records'}{#if change}{' '}· {change}{/if}{#if pearls}{' '}· {pearls.found
					.length} of {counted(pearls.of, 'pearl')}{/if}
		</button>
		{#if run.name}<span>“{run.name}”</span>{/if}
		{#if KINDS[run.kind]}<span class="text-xs text-quiet">{KINDS[run.kind]}</span>{/if}
		<span class="ml-auto flex gap-1 text-xs">
			{#if fits && beside && how}
				<button data-changes class="action !py-0.5" onclick={() => void combine(beside.number, how)}
					>{how} run {run.number}</button
				>
			{:else if beside && how && !waits}
				<!-- Nothing of another index can be put to it. -->
			{:else if beside && !waits && beside.indexCode !== run.indexCode && run.kind !== 'elsewhere'}
				<a class="action !py-0.5" href={pooledAt(placeOf(store), { runs: [beside.number, run.number] })}
					>Pool with run {beside.number}</a
				>
			{:else if fits && beside}
				<button class="action !py-0.5" onclick={() => onSet(beside.number)}
					>Compare with run {beside.number}</button
				>
			{:else if run.kind !== 'elsewhere'}
				{#if waits}<button class="quiet-action !py-0.5" aria-pressed="true" onclick={() => onBeside()}
						>choose another run</button
					>{:else}
					{#each HOWS as one (one)}<button
							data-changes
							class="quiet-action !py-0.5"
							aria-label="Run {run.number} {one} another run"
							onclick={() => onBeside(one)}>{one}</button
						>{/each}
					<button class="quiet-action !py-0.5" aria-pressed="false" onclick={() => onBeside()}>Compare</button
					>
				{/if}
			{/if}
		</span>
	</div>
	{#if run.combined}
		<p class="text-xs text-quiet">
			{combinedInWords(run.combined)}
		</p>
	{/if}
	{#if run.limits.length > 0}<p class="text-xs text-quiet">{run.limits.join(' · ')}</p>{/if}
	{#if run.note}<p class="text-xs text-quiet">{run.note}</p>{/if}
	{#if open}<RunDetails {run} />{/if}
</div>
