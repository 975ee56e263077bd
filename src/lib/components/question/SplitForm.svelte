<script lang="ts">
	import { wordsOfConcept, type Concept } from '$core/crosswalk';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';

	/** Some words of a concept on their way to a concept of their own. */
	let { concept, onClose }: { concept: Concept; onClose: () => void } = $props();
	const store = $derived(useInquiry()());
	let chosen = $state<string[]>([]);
	let name = $state('');

	function split(event: SubmitEvent) {
		event.preventDefault();
		if (!name.trim()) return;
		const command = { id: concept.id, newId: freshId(), name, words: chosen, picks: [] };
		if (store.send({ kind: 'concept.split', ...command })) onClose();
	}
</script>

<div class="mt-2 border-l-2 border-lichen pl-3">
	<p class="text-quiet">Which words belong to a concept of their own?</p>
	<div class="my-1 flex flex-wrap gap-1">
		{#each wordsOfConcept(store.inquiry, concept.id) as word (word.id)}
			<WordSwitch
				on={chosen.includes(word.id)}
				onChange={(on) => (chosen = on ? [...chosen, word.id] : chosen.filter((id) => id !== word.id))}
				>“{word.text}”</WordSwitch
			>
		{/each}
	</div>
	<form class="flex gap-2" onsubmit={split}>
		<input class="field w-56" placeholder="Name of the new concept" maxlength="200" bind:value={name} />
		<button class="quiet-action border">Split</button>
		<button type="button" class="quiet-action" onclick={onClose}>Cancel</button>
	</form>
</div>
