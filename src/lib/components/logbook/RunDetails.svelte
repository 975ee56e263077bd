<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { RunLine } from '$lib/server/runs';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { takeOnto } from '../listing/list-records';
	import { messages } from '../messages/messages.svelte';
	import { askRuns } from '../runs/ask-runs';
	import { makeStrategy } from '../runs/keep-as-run';

	/** A run that is open: its text, its name and note, and what can be done with it. */
	let { run }: { run: RunLine } = $props();
	const store = $derived(useInquiry()());

	async function describe(fields: { name?: string; note?: string }) {
		const answer = await askRuns(`/inquiry/${store.id}/runs/${run.number}`, {
			method: 'PATCH',
			body: fields
		});
		if (answer) await invalidateAll();
	}
	const take = () => takeOnto(store, `of/${run.indexCode}?run=${run.number}`, `run ${run.number}`);
	async function repeat() {
		const answer = await askRuns<{ number: number }>(`/inquiry/${store.id}/runs`, {
			body: { kind: 'repeat', number: run.number }
		});
		if (!answer) return;
		await invalidateAll();
		messages.say(`Run ${answer.number} repeats run ${run.number} on the records as they are now`);
	}
</script>

{#if run.cql}<pre
		class="mt-2 max-h-52 overflow-auto rounded border bg-paper p-2 text-xs whitespace-pre-wrap">{run.cql}</pre>{:else}<p
		class="mt-2 text-xs text-quiet"
	>
		No text finds just these records, so they were kept as they were found.
	</p>{/if}
<div class="mt-2 flex flex-wrap items-center gap-2 text-xs">
	<label class="flex items-center gap-1.5"
		><span class="text-quiet">name</span><input
			data-writes
			class="field w-44 !py-0.5"
			maxlength="200"
			value={run.name}
			onchange={(event) => describe({ name: event.currentTarget.value })}
		/></label
	>
	<label class="flex flex-1 items-center gap-1.5"
		><span class="text-quiet">note</span><input
			data-writes
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
			href={recordsAt(placeOf(store), run.indexCode, { run: run.number })}>Read its records</a
		>{/if}
	{#if run.kind !== 'elsewhere'}<button class="quiet-action" onclick={take}
			>Put them on the reading list</button
		>{/if}
	{#if run.kind !== 'elsewhere' && run.cql !== ''}
		<button data-changes class="quiet-action" onclick={() => makeStrategy(store, run.number, run.indexCode)}
			>Make it the strategy</button
		>
	{/if}
	{#if run.cql !== '' && run.kind !== 'elsewhere'}
		<button data-changes class="quiet-action" onclick={repeat}>Repeat it now</button>
	{/if}
	<span class="ml-auto self-center text-quiet"
		>{#if run.edition}edition {run.edition}{/if}</span
	>
</div>
