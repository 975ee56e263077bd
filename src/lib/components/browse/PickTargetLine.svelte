<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import type { PickTarget } from '../inquiry/pick-target';
	import { newConcept } from '../question/new-concept';

	/** Where a pick goes, and how to send it elsewhere. */
	let { target, query }: { target: PickTarget; query: string } = $props();
	const store = $derived(useInquiry()());

	function sendTo(to: string | undefined, concept?: string) {
		const url = new URL(page.url);
		if (to) url.searchParams.set('to', to);
		else url.searchParams.delete('to');
		if (concept) url.searchParams.set('concept', concept);
		return goto(url, { keepFocus: true, noScroll: true, replaceState: true });
	}
	/** The current concept takes the picks, or the one whose word it is does. */
	const turn = () => sendTo(page.url.searchParams.has('to') ? undefined : target.instead?.id);

	async function makeConcept() {
		const id = freshId();
		if (store.send(newConcept(id, query))) await sendTo(undefined, id);
	}
</script>

{#if target.concept}
	<span class="flex shrink-0 items-baseline gap-1" data-pick-target={target.concept.id}>
		<span class="text-quiet"
			>Picks go to <span class="font-semibold text-lichen-deep">{target.concept.name}</span
			>{#if query && !target.isWord}; “{query}” is a word of no concept{/if}</span
		>
		{#if target.instead}<button class="quiet-action border !px-1.5 !py-0" onclick={() => void turn()}
				>to {target.instead.name} instead</button
			>{/if}
		{#if query && !target.isWord && !store.onlyReads}
			{@const id = target.concept.id}
			<button
				data-changes
				class="quiet-action border !px-1.5 !py-0"
				onclick={() => store.send({ kind: 'word.add', id: freshId(), conceptId: id, text: query })}
				>Add it to its words</button
			>
			<button data-changes class="quiet-action border !px-1.5 !py-0" onclick={() => void makeConcept()}
				>Make it a concept</button
			>
			<button
				data-changes
				class="quiet-action border !px-1.5 !py-0"
				onclick={() =>
					store.send({
						kind: 'sighting.add',
						id: freshId(),
						conceptId: id,
						text: query,
						seen: 'looked up'
					})}>Set aside</button
			>
		{/if}
	</span>
{/if}
