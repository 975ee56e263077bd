<script lang="ts">
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';

	/** The question, from whose parts concepts are made. */
	const store = $derived(useInquiry()());
	const about = $derived(store.inquiry.about);
	let selected = $state('');

	function look(event: Event) {
		const { value, selectionStart, selectionEnd } = event.currentTarget as HTMLTextAreaElement;
		selected = value.slice(selectionStart, selectionEnd).replace(/\s+/g, ' ').trim().slice(0, 200);
	}

	function makeConcept() {
		if (selected) store.send({ kind: 'concept.add', id: freshId(), name: selected });
		selected = '';
	}
</script>

<label class="block">
	<span class="text-quiet">Title</span>
	<input
		class="field mt-1 w-full text-base font-semibold"
		value={about.title}
		maxlength="200"
		onchange={(event) => store.send({ kind: 'about.set', title: event.currentTarget.value })}
	/>
</label>
<div>
	<label class="block">
		<span class="text-quiet">Question</span>
		<textarea
			class="field mt-1 w-full text-base"
			rows="3"
			value={about.question}
			onselect={look}
			onkeyup={look}
			onkeydown={(event) => {
				if (event.altKey && event.key === 'Enter') {
					event.preventDefault();
					look(event);
					makeConcept();
				}
			}}
			onchange={(event) => store.send({ kind: 'about.set', question: event.currentTarget.value })}></textarea>
	</label>
	<p class="mt-1 flex min-h-7 items-center gap-2 text-quiet">
		{#if selected}
			<button class="action" onclick={makeConcept}>Make “{selected}” a concept</button>
			<kbd class="key-cap">Alt Enter</kbd>
		{:else}
			Select a part of the question to make a concept of it.
		{/if}
	</p>
</div>
