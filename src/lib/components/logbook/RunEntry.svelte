<script lang="ts">
	import { toast } from 'svelte-sonner';
	import { goto, invalidateAll } from '$app/navigation';
	import type { RunLine } from '$lib/server/records/runs';
	import WordSwitch from '../frame/WordSwitch.svelte';
	import { recordsAt, strategyAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { number } from '../strategy/words';
	import { askRuns } from './runs';

	/** One run in the logbook: what it found, against the one before, and what can be done with it. */
	let { run, chosen, onChoose }: { run: RunLine; chosen: boolean; onChoose: (on: boolean) => void } =
		$props();
	const store = $derived(useInquiry()());
	const index = $derived(store.indexes.find(({ code }) => code === run.indexCode));
	let open = $state(false);
	const KINDS = { run: '', combined: 'combined', elsewhere: 'made elsewhere' } as const;
	const change = $derived.by(() => {
		if (!run.change) return '';
		const { by, number: other } = run.change;
		if (by === 0) return `as many as run ${other}`;
		return `${number(Math.abs(by))} ${by > 0 ? 'more' : 'fewer'} than run ${other}`;
	});

	async function describe(fields: { name?: string; note?: string }) {
		const answer = await askRuns(`/inquiry/${store.id}/runs/${run.number}`, fields, 'PATCH');
		if (answer) await invalidateAll();
	}
	async function repeat() {
		const answer = await askRuns<{ number: number }>(`/inquiry/${store.id}/runs`, {
			kind: 'repeat',
			number: run.number
		});
		if (!answer) return;
		await invalidateAll();
		toast(`Run ${answer.number} repeats run ${run.number} on the records as they are now`);
	}
	async function restore() {
		const settings = await askRuns<{ indexCode: string; text: string }>(
			`/inquiry/${store.id}/runs/${run.number}/settings`
		);
		if (!settings) return;
		store.send({ kind: 'strategy.set', ...settings });
		await goto(strategyAt({ id: store.id }, run.indexCode));
	}
</script>

<div class="rounded-md border bg-leaf px-3 py-2" class:!border-lichen={chosen}>
	<div class="flex flex-wrap items-baseline gap-x-2">
		{#if index}<span class="self-center"><IndexMark {index} size={16} /></span>{/if}
		<button class="text-left hover:underline" aria-expanded={open} onclick={() => (open = !open)}>
			<span class="font-semibold">Run {run.number}</span> · {store.indexName(run.indexCode)} ·
			<span class="font-semibold">{number(run.count)}</span>
			records{#if change}{' '}· {change}{/if}
		</button>
		{#if run.name}<span>“{run.name}”</span>{/if}
		{#if KINDS[run.kind]}<span class="text-xs text-quiet">{KINDS[run.kind]}</span>{/if}
		<span class="ml-auto text-xs"
			><WordSwitch on={chosen} title="Choose several to compare or combine" onChange={onChoose}
				>{chosen ? 'chosen' : 'choose'}</WordSwitch
			></span
		>
	</div>
	{#if run.combined}
		<p class="text-xs text-quiet">
			{run.combined.how === 'and'
				? 'What all of'
				: run.combined.how === 'or'
					? 'What any of'
					: 'What the first of'}
			runs {run.combined.runs.join(', ')}
			{run.combined.how === 'not' ? 'found and the others did not' : 'found'}
		</p>
	{/if}
	{#if run.limits.length > 0}<p class="text-xs text-quiet">{run.limits.join(' · ')}</p>{/if}
	{#if run.note}<p class="text-xs text-quiet">{run.note}</p>{/if}
	{#if open}
		<pre
			class="mt-2 max-h-52 overflow-auto rounded border bg-paper p-2 text-xs whitespace-pre-wrap">{run.cql}</pre>
		<div class="mt-2 flex flex-wrap items-center gap-2 text-xs">
			<label class="flex items-center gap-1.5"
				><span class="text-quiet">name</span><input
					class="field w-44 !py-0.5"
					maxlength="200"
					value={run.name}
					onchange={(event) => describe({ name: event.currentTarget.value })}
				/></label
			>
			<label class="flex flex-1 items-center gap-1.5"
				><span class="text-quiet">note</span><input
					class="field w-full !py-0.5"
					maxlength="2000"
					value={run.note}
					onchange={(event) => describe({ note: event.currentTarget.value })}
				/></label
			>
		</div>
		<div class="mt-1 flex flex-wrap gap-1 text-xs">
			{#if run.kind !== 'elsewhere'}<a
					class="quiet-action"
					href={recordsAt({ id: store.id }, run.indexCode, { run: run.number })}>Read its records</a
				>{/if}
			{#if run.kind === 'run'}
				<button class="quiet-action" onclick={restore}>Make it the strategy again</button>
				<button class="quiet-action" onclick={repeat}>Repeat it now</button>
			{/if}
			<span class="ml-auto self-center text-quiet"
				>{#if run.edition}edition {run.edition}{/if}</span
			>
		</div>
	{/if}
</div>
