<script lang="ts">
	import { inOrder } from '$core/crosswalk';
	import { currentConcept } from '../inquiry/in-hand';
	import Panel from '../parts/Panel.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import SightingList from './SightingList.svelte';

	let { open = $bindable() }: { open: boolean } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const all = $derived(inOrder(store.inquiry.sightings).reverse());
	const waiting = $derived(all.filter(({ state }) => state === 'open'));
	const settled = $derived(all.filter(({ state }) => state !== 'open'));
	let text = $state('');
	let seen = $state('');

	function add(event: SubmitEvent) {
		event.preventDefault();
		if (!text.trim()) return;
		const conceptId = concept?.id ?? '';
		if (
			store.send({
				kind: 'sighting.add',
				id: freshId(),
				text,
				seen: seen.trim() || 'noted by hand',
				conceptId
			})
		)
			text = '';
	}
</script>

<Panel bind:open title="Sightings">
	<p class="mb-3 text-quiet">
		Headings and words seen somewhere and set aside. They are used for the current concept{concept
			? `, ${concept.name}`
			: ''}.
	</p>
	<form class="mb-4 flex flex-wrap gap-2" onsubmit={add}>
		<input
			class="field w-52"
			aria-label="A word seen"
			placeholder="A word"
			maxlength="200"
			bind:value={text}
		/>
		<input
			class="field min-w-40 flex-1"
			aria-label="Where it was seen"
			placeholder="Where it was seen"
			maxlength="200"
			bind:value={seen}
		/>
		<button class="quiet-action border">Set aside</button>
	</form>
	{#if waiting.length > 0}<SightingList sightings={waiting} {concept} />
	{:else}<p>
			Nothing is set aside. On a heading, <kbd class="key-cap">S</kbd> sets it aside for the current concept.
		</p>{/if}
	{#if settled.length > 0}
		<h3 class="mt-5 mb-1 text-xs font-semibold text-quiet">Used or dismissed</h3>
		<SightingList sightings={settled} {concept} />
	{/if}
</Panel>
