<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import { quote } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';
	import StemForms from '../strategy/StemForms.svelte';

	/** The word in hand: what can become of it, and the forms that a beginning of it would catch. */
	interface Props {
		text: string;
		/** A beginning that catches its other forms in these records. */
		stem: string | undefined;
		isThere: boolean;
		index: IndexSummary;
		concept: Concept | undefined;
		onAdd: (text: string) => void;
		onAside: (text: string) => void;
	}
	let { text, stem, isThere, index, concept, onAdd, onAside }: Props = $props();
	const store = $derived(useInquiry()());
</script>

<aside
	class="w-[340px] shrink-0 overflow-y-auto border-l bg-leaf px-5 py-4 max-md:w-full"
	aria-label="The word in hand"
>
	<h2 class="text-lg leading-6 break-words"><FreeWord {text} /></h2>
	<div class="mt-3 flex flex-wrap gap-1.5">
		<button class="action" disabled={!concept} onclick={() => onAdd(text)}
			>{isThere ? 'Take back' : 'Add'}{concept ? ` ${isThere ? 'from' : 'to'} ${concept.name}` : ''}</button
		>
		<button data-changes class="quiet-action border" onclick={() => onAside(text)}>Set aside</button>
		<a
			class="quiet-action border"
			href={recordsAt(placeOf(store), index.code, { cql: `cql.keywords = ${quote(text)}` })}
			>Its records in {index.name}</a
		>
	</div>
	{#if stem}
		<h3 class="mt-4 font-semibold">All its forms</h3>
		<p class="text-xs text-quiet">These records have other words of the same stem.</p>
		<button class="quiet-action my-1 border" disabled={!concept} onclick={() => onAdd(stem)}
			>Add <FreeWord text={stem} /></button
		>
		<div class="-mx-2"><StemForms {stem} {index} /></div>
	{/if}
</aside>
