<script lang="ts">
	import { tick } from 'svelte';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Grip from '@lucide/svelte/icons/grip-vertical';
	import { wordsOfConcept, type Concept } from '$core/crosswalk';
	import type { WordCheck } from '$lib/server/crosswalk';
	import Menu from '../parts/Menu.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import ConceptForm from './ConceptForm.svelte';
	import ConceptLanes from './ConceptLanes.svelte';
	import SplitForm from './SplitForm.svelte';
	import WordLine from './WordLine.svelte';

	/** A concept with its words. It reads as text, and opens for change. */
	interface Props {
		concept: Concept;
		place: number;
		/** What each word finds, once that is known. */
		checks: Record<string, WordCheck> | undefined;
		/** What is open of it. */
		open: 'name' | 'words' | 'split' | undefined;
		/** Whether the keys go there: who takes several parts of the question goes on among these. */
		takesFocus: boolean;
		onOpen: (what: 'name' | 'words' | 'split' | undefined) => void;
		/** Dragged by its handle; dropped where the pointer is. */
		onDragStart: () => void;
		onDrop: () => void;
		dragging: boolean;
	}
	let { concept, place, checks, open, takesFocus, onOpen, onDragStart, onDrop, dragging }: Props = $props();
	const store = $derived(useInquiry()());
	const words = $derived(wordsOfConcept(store.inquiry, concept.id));
	const others = $derived(store.concepts.filter(({ id }) => id !== concept.id));
	let over = $state(false);
	let nameButton = $state<HTMLElement>();

	const PART_SAYS = { required: '', waiting: 'waiting · recorded, not searched', exclude: 'excluded' };

	function move(by: number, event?: KeyboardEvent) {
		event?.preventDefault();
		store.send({ kind: 'concept.move', id: concept.id, to: place + by });
	}

	async function close() {
		onOpen(undefined);
		await tick();
		nameButton?.focus();
	}

	const rare = $derived([
		{ says: 'Change name or part', run: () => onOpen('name') },
		{ says: 'Move up', disabled: place === 0, run: () => move(-1) },
		{ says: 'Move down', disabled: place === store.concepts.length - 1, run: () => move(1) },
		{ says: 'Split', disabled: words.length === 0, run: () => onOpen('split') },
		...others.map(({ id, name }) => ({
			says: `Join with ${name}`,
			run: () => store.send({ kind: 'concept.merge' as const, id: concept.id, into: id })
		})),
		{ says: 'Remove', run: () => store.send({ kind: 'concept.remove', id: concept.id }) }
	]);
</script>

<li
	class="py-3"
	class:opacity-40={dragging}
	class:over
	ondragover={(event) => {
		event.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={(event) => {
		event.preventDefault();
		over = false;
		onDrop();
	}}
>
	<div class="flex items-start gap-2">
		<span
			class="mt-1 cursor-grab text-quiet"
			draggable="true"
			role="img"
			aria-label="Drag to reorder; Alt with the arrow keys on the name does the same"
			ondragstart={onDragStart}><Grip size={16} aria-hidden="true" /></span
		>
		<div
			class="grid min-w-0 flex-1 gap-x-6 gap-y-1 grid-cols-[minmax(0,1fr)] md:grid-cols-[230px_minmax(0,1fr)]"
		>
			<div>
				<button
					data-changes
					class="rounded text-left font-semibold hover:bg-shade"
					aria-expanded={open === 'name' || open === 'words'}
					bind:this={nameButton}
					onclick={() => (open ? void close() : onOpen('words'))}
					onkeydown={(event) => {
						if (event.altKey && event.key === 'ArrowUp') move(-1, event);
						if (event.altKey && event.key === 'ArrowDown') move(1, event);
					}}>{concept.name}</button
				>
				{#if PART_SAYS[concept.status]}<p class="text-xs text-quiet">{PART_SAYS[concept.status]}</p>{/if}
			</div>
			<ul class="flex flex-wrap gap-x-4 gap-y-1">
				{#each words as word (word.id)}<li class="min-w-0 max-w-full">
						<WordLine {word} check={checks?.[word.id]} />
					</li>{/each}
				{#if !open}
					<li>
						<button data-changes class="quiet-action !px-1.5 !py-0" onclick={() => onOpen('words')}
							>{words.length === 0 ? 'No words yet: add some' : 'Add words'}<span class="sr-only">
								to {concept.name}</span
							></button
						>
					</li>
				{/if}
			</ul>
		</div>
		<Menu changes class="!px-1.5" label="More for {concept.name}" items={rare}
			><Ellipsis size={16} aria-hidden="true" /></Menu
		>
	</div>
	<div class="pl-6">
		{#if open === 'split'}<SplitForm {concept} onClose={close} />
		{:else if open}<ConceptForm {concept} first={takesFocus ? open : undefined} onClose={close} />
			{#if open === 'words' && store.columns.length > 0}<ConceptLanes {concept} />{/if}{/if}
	</div>
</li>

<style>
	.over {
		box-shadow: inset 0 2px 0 var(--lichen);
	}
</style>
