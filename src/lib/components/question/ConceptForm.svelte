<script lang="ts">
	import { counted } from '../parts/numbers';
	import type { Concept } from '$core/crosswalk';
	import Select from '../parts/Select.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import ExcludePrice from './ExcludePrice.svelte';
	import Offers from './Offers.svelte';

	/** A concept open for change: its name, its part in the search, more words. */
	interface Props {
		concept: Concept;
		/** Where the keys go first; undefined where they stay where they are. */
		first: 'name' | 'words' | undefined;
		onClose: () => void;
	}
	let { concept, first, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	let draft = $state('');
	let offering = $state(false);

	const PARTS = [
		{ value: 'required', says: 'required: every record must have it' },
		{ value: 'waiting', says: 'waiting: recorded, not searched' },
		{ value: 'exclude', says: 'exclude: no record may have it' }
	] as const;

	function addWords() {
		const texts = [...new Set(draft.split(/[;,\n\t]+/).map((part) => part.trim()))].filter(Boolean);
		if (texts.length === 0) return;
		const added = store.send({
			kind: 'many',
			title:
				texts.length === 1
					? `Added the word “${texts[0]}” to ${concept.name}`
					: `Added ${counted(texts.length, 'word')} to ${concept.name}`,
			commands: texts.map((text) => ({
				kind: 'word.add' as const,
				id: freshId(),
				conceptId: concept.id,
				text: text.replace(/^["“](.*)["”]$/, '$1')
			}))
		});
		if (added) draft = '';
	}

	function done() {
		// What was typed and not added yet is not dropped.
		addWords();
		onClose();
	}

	const focus = (wanted: Props['first']) => (field: HTMLElement) => {
		if (first === wanted) field.focus();
	};
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (Escape, from whichever field has the focus) -->
<div
	class="mt-2 space-y-2 border-l-2 border-lichen pl-3"
	role="group"
	aria-label="Change {concept.name}"
	onkeydown={(event) => {
		if (event.key !== 'Escape' || event.defaultPrevented) return;
		event.stopPropagation();
		done();
	}}
>
	<div class="flex flex-wrap items-center gap-2">
		<input
			data-writes
			class="field w-72 max-w-full font-semibold"
			aria-label="Name of {concept.name}"
			value={concept.name}
			maxlength="200"
			{@attach focus('name')}
			onchange={(event) =>
				store.send({ kind: 'concept.set', id: concept.id, name: event.currentTarget.value })}
		/>
		<div class="text-xs">
			<Select
				changes
				class="w-72 max-w-full"
				label="Part of {concept.name} in the search"
				value={concept.status}
				options={PARTS}
				onChange={(status) => store.send({ kind: 'concept.set', id: concept.id, status })}
			/>
		</div>
		<button class="quiet-action ml-auto border" onclick={done}>Done</button>
	</div>
	<form
		data-changes
		class="flex flex-wrap items-start gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			addWords();
		}}
	>
		<textarea
			class="field w-96 max-w-full resize-y"
			rows={draft.includes('\n') ? Math.min(8, draft.split('\n').length) : 1}
			aria-label="New words for {concept.name}"
			placeholder="Words, by commas or lines; a pasted list too"
			bind:value={draft}
			{@attach focus('words')}
			onkeydown={(event) => {
				if (event.key !== 'Enter' || event.shiftKey) return;
				event.preventDefault();
				addWords();
			}}></textarea>
		<button class="quiet-action">Add words</button>
		<button type="button" class="quiet-action" aria-expanded={offering} onclick={() => (offering = !offering)}
			>Suggest words</button
		>
	</form>
	{#if offering}<Offers {concept} />{/if}
	<ExcludePrice {concept} />
</div>
