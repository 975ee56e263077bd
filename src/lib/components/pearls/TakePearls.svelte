<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import type { Recognised } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import CitationsField from '../parts/CitationsField.svelte';
	import Panel from '../parts/Panel.svelte';
	import { counted, number } from '../parts/numbers';
	import { pearlCommand } from './marking';

	/** Pearls from a list of DOIs or a file of citations: what is recognised is shown before anything is marked. */
	let { open = $bindable() }: { open: boolean } = $props();
	const store = $derived(useInquiry()());
	let text = $state('');
	let known = $state.raw<Recognised | undefined>();
	let problem = $state('');
	let isReading = $state(false);
	async function read() {
		problem = '';
		isReading = true;
		const { value, fault } = await ask<Recognised>(`/inquiry/${store.id}/pearls/recognised`, {
			body: { text }
		});
		known = value;
		if (fault) problem = inWords(fault, 'Nothing was changed; the text is still here.');
		isReading = false;
	}
	function mark() {
		if (!known) return;
		store.send({
			kind: 'many',
			title: `Marked ${counted(known.found.length, 'record')} as pearls`,
			commands: known.found.map(({ indexCode, record, title }) => pearlCommand(indexCode, record, title))
		});
		open = false;
		known = undefined;
		text = '';
	}
</script>

<Panel bind:open title="Import pearls">
	<CitationsField
		bind:text
		says="DOIs, line by line, or citations as RIS, BibTeX or CSL-JSON"
		isFirst
		onChange={() => (known = undefined)}
	/>
	<p class="mt-3">
		<button class="action" disabled={text.trim() === '' || isReading} onclick={read}
			>{isReading ? 'Looking for them' : 'Look for them'}</button
		>
	</p>
	{#if problem}<p class="mt-3 text-warn" role="alert">{problem}</p>{/if}
	{#if known}
		<div class="mt-4 space-y-3" role="status">
			<p class="font-medium">
				{counted(known.found.length, 'record')} found{known.already > 0
					? `, ${number(known.already)} of them pearls already`
					: ''};
				{number(known.unknown.length)} in no index of this inquiry.
			</p>
			{#each [['Found', known.found.map(({ title, record, indexCode }) => `${title || record} · ${store.indexName(indexCode)}`)], ['In no index', known.unknown], ['Not read', known.faults.map( ({ line, message }) => (line ? `Line ${line}: ${message}` : message) )]] as [name, list] (name)}
				{#if list.length > 0}
					<section>
						<h3 class="text-xs font-semibold text-quiet">{name}</h3>
						<ul class="max-h-32 overflow-auto">
							{#each list.slice(0, 300) as line, i (i)}<li>{line}</li>{/each}
						</ul>
					</section>
				{/if}
			{/each}
			<button class="action" disabled={known.found.length === 0} onclick={mark}>Mark them as pearls</button>
		</div>
	{/if}
</Panel>
