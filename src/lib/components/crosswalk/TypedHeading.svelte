<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';

	/** A heading typed by hand, for an index whose vocabulary cannot be loaded. */
	let { concept, index }: { concept: Concept; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	let label = $state('');

	function add(event: SubmitEvent) {
		event.preventDefault();
		const text = label.trim();
		if (!text) return;
		const sent = store.send({
			kind: 'pick.add',
			id: freshId(),
			conceptId: concept.id,
			indexCode: index.code,
			edition: '',
			headings: [{ uri: `urn:oakmoss:typed:${encodeURIComponent(text)}`, label: text }]
		});
		if (sent !== undefined) label = '';
	}
</script>

<form data-changes onsubmit={add}>
	<label class="block">
		<span class="text-quiet">{index.name} has no vocabulary here. Type the heading as the index has it.</span>
		<span class="mt-1 flex gap-2">
			<input class="field heading-voice min-w-0 flex-1" maxlength="200" bind:value={label} />
			<button class="quiet-action border">Pick</button>
		</span>
	</label>
</form>
