<script lang="ts">
	import type { Taken } from '$lib/server/reading';
	import { pooledAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { counted, number } from '../parts/numbers';
	import CitationsField from '../parts/CitationsField.svelte';
	import Panel from '../parts/Panel.svelte';
	import { takeOnto } from '../listing/list-records';

	/** Puts works on the list: what the strategies find now, or a file of citations. Works that are there already stay as they are. */
	let { open = $bindable() }: { open: boolean } = $props();
	const store = $derived(useInquiry()());
	let text = $state('');
	let fileName = $state('');
	let busy = $state('');
	let taken = $state.raw<Taken | undefined>();
	/** What each strategy finds, as far as it is known. */
	const found = (code: string) => {
		const count = store.found[code];
		return typeof count === 'number' ? counted(count, 'record') : '';
	};
	async function take(name: string, what: string, from: string, more: object = {}) {
		busy = name;
		taken = await takeOnto(store, what, from, more);
		busy = '';
		if (taken && taken.faults.length === 0) open = false;
		if (taken) text = '';
	}
</script>

<Panel bind:open title="Put works on the reading list">
	<p class="text-quiet">
		Each work comes once, whichever index it is from. What is on the list already keeps its decision.
	</p>
	<h3 class="mt-4 mb-1 font-semibold">All that the strategies find now</h3>
	<ul>
		{#if store.columns.length > 1}
			<li class="flex items-center gap-2 border-t py-1">
				<span class="flex-1"
					>All indexes, as the <a class="underline" href={pooledAt(placeOf(store))}>pooled list</a></span
				>
				<button
					data-changes
					class="action !py-0.5"
					data-take="pool"
					disabled={busy !== ''}
					onclick={() => take('pool', 'pooled', 'the strategies of all indexes')}
					>{busy === 'pool' ? 'Putting them on' : 'Put them on'}</button
				>
			</li>
		{/if}
		{#each store.columns as index (index.code)}
			<li class="flex items-center gap-2 border-t py-1">
				<IndexMark {index} size={16} />
				<span class="flex-1">{index.name} <span class="text-quiet">{found(index.code)}</span></span>
				<button
					data-changes
					class="quiet-action border !py-0.5"
					disabled={busy !== ''}
					onclick={() => take(index.code, `of/${index.code}`, `the strategy for ${index.name}`)}
					>{busy === index.code ? 'Putting them on' : 'Put them on'}</button
				>
			</li>
		{/each}
	</ul>
	<h3 class="mt-4 mb-1 font-semibold">Citations from elsewhere</h3>
	<CitationsField
		bind:text
		says="RIS, BibTeX or CSL-JSON, or DOIs line by line; 8 MB at most"
		onChange={(name) => (fileName = name)}
	/>
	<p class="mt-3">
		<button
			data-changes
			class="action"
			disabled={text.trim() === '' || busy !== ''}
			onclick={() => take('file', 'file', fileName ? `the file ${fileName}` : 'pasted citations', { text })}
			>{busy === 'file' ? 'Reading them' : 'Put them on'}</button
		>
	</p>
	{#if taken && taken.faults.length > 0}
		<div class="mt-4" role="status">
			<p class="font-medium">
				{counted(taken.added, 'work')} put on the list, {number(taken.already)} there already, {number(
					taken.faults.length
				)} not taken:
			</p>
			<ul class="max-h-40 overflow-auto">
				{#each taken.faults.slice(0, 300) as { line, message }, i (i)}<li>
						{line ? `Line ${line}: ` : ''}{message}
					</li>{/each}
			</ul>
		</div>
	{/if}
</Panel>
