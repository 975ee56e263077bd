<script lang="ts">
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import Grip from '@lucide/svelte/icons/grip-vertical';
	import { wordsOfConcept, type Concept } from '$core/crosswalk';
	import Menu from '../parts/Menu.svelte';
	import Select from '../parts/Select.svelte';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import ExcludePrice from './ExcludePrice.svelte';
	import Offers from './Offers.svelte';
	import WordLine from './WordLine.svelte';

	interface Props {
		concept: Concept;
		place: number;
		/** Dragged by its handle; dropped where the pointer is. */
		onDragStart: () => void;
		onDrop: () => void;
		dragging: boolean;
	}
	let { concept, place, onDragStart, onDrop, dragging }: Props = $props();
	const store = $derived(useInquiry()());
	const words = $derived(wordsOfConcept(store.inquiry, concept.id));
	const others = $derived(store.concepts.filter(({ id }) => id !== concept.id));
	let draft = $state('');
	let offering = $state(false);
	/** Words on their way to a concept of their own. */
	let parting = $state<string[] | undefined>();
	let partName = $state('');
	let over = $state(false);
	let excluding = $state(false);
	let partField = $state<HTMLElement>();

	const PARTS = [
		{ value: 'required', says: 'required: every record must have it' },
		{ value: 'waiting', says: 'waiting: recorded, not searched' },
		{ value: 'exclude', says: 'exclude: no record may have it' }
	] as const;

	/** Nothing is excluded before its price is seen. */
	function setPart(status: Concept['status']) {
		excluding = status === 'exclude';
		if (!excluding) store.send({ kind: 'concept.set', id: concept.id, status });
	}

	function leavePrice() {
		excluding = false;
		partField?.querySelector('button')?.focus();
	}

	function addWords() {
		const texts = [...new Set(draft.split(/[;,\n\t]+/).map((part) => part.trim()))].filter(Boolean);
		if (texts.length === 0) return;
		const added = store.send({
			kind: 'many',
			title:
				texts.length === 1
					? `Added the word “${texts[0]}” to ${concept.name}`
					: `Added ${texts.length} words to ${concept.name}`,
			commands: texts.map((text) => ({
				kind: 'word.add' as const,
				id: freshId(),
				conceptId: concept.id,
				text: text.replace(/^["“](.*)["”]$/, '$1')
			}))
		});
		if (added) draft = '';
	}

	function move(by: number, event?: KeyboardEvent) {
		event?.preventDefault();
		store.send({ kind: 'concept.move', id: concept.id, to: place + by });
	}

	function part() {
		if (!parting || !partName.trim()) return;
		const sent = store.send({
			kind: 'concept.split',
			id: concept.id,
			newId: freshId(),
			name: partName,
			words: parting,
			picks: []
		});
		if (sent) {
			parting = undefined;
			partName = '';
		}
	}

	const rare = $derived([
		{ says: 'Move up', disabled: place === 0, run: () => move(-1) },
		{ says: 'Move down', disabled: place === store.concepts.length - 1, run: () => move(1) },
		{ says: 'Split', disabled: words.length === 0, run: () => (parting = parting ? undefined : []) },
		...others.map(({ id, name }) => ({
			says: `Join with ${name}`,
			run: () => store.send({ kind: 'concept.merge' as const, id: concept.id, into: id })
		})),
		{ says: 'Remove', run: () => store.send({ kind: 'concept.remove', id: concept.id }) }
	]);
</script>

<li
	class="grid gap-x-6 gap-y-2 py-3 md:grid-cols-[290px_1fr]"
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
	<div class="flex items-start gap-1">
		<span
			class="mt-1.5 cursor-grab text-quiet"
			draggable="true"
			role="img"
			aria-label="Drag to reorder; Alt with the arrow keys does the same"
			title="Drag to reorder; Alt ↑ and Alt ↓ in the name do the same"
			ondragstart={onDragStart}><Grip size={16} aria-hidden="true" /></span
		>
		<div class="min-w-0 flex-1">
			<div class="flex items-center gap-1">
				<input
					class="field min-w-0 flex-1 font-semibold"
					aria-label="Name of concept {place + 1}"
					value={concept.name}
					maxlength="200"
					onchange={(event) =>
						store.send({ kind: 'concept.set', id: concept.id, name: event.currentTarget.value })}
					onkeydown={(event) => {
						if (event.altKey && event.key === 'ArrowUp') move(-1, event);
						if (event.altKey && event.key === 'ArrowDown') move(1, event);
					}}
				/>
				<Menu class="!px-1.5" label="More for {concept.name}" items={rare}
					><Ellipsis size={16} aria-hidden="true" /></Menu
				>
			</div>
			<div bind:this={partField} class="mt-1 text-xs">
				<Select
					class="w-full"
					label="Part of {concept.name} in the search"
					value={concept.status}
					options={PARTS}
					onChange={setPart}
				/>
			</div>
		</div>
	</div>
	<div>
		{#if excluding}<ExcludePrice {concept} onDone={leavePrice} />{/if}
		{#if parting}
			<div class="mb-2 border-l-2 border-lichen pl-3">
				<p class="text-quiet">Which words belong to a concept of their own?</p>
				<div class="my-1 flex flex-wrap gap-1">
					{#each words as word (word.id)}
						<WordSwitch
							on={parting.includes(word.id)}
							onChange={(on) =>
								(parting = on ? [...(parting ?? []), word.id] : parting?.filter((id) => id !== word.id))}
							>“{word.text}”</WordSwitch
						>
					{/each}
				</div>
				<form
					class="flex gap-2"
					onsubmit={(event) => {
						event.preventDefault();
						part();
					}}
				>
					<input
						class="field w-56"
						placeholder="Name of the new concept"
						maxlength="200"
						bind:value={partName}
					/>
					<button class="quiet-action border">Split</button>
					<button type="button" class="quiet-action" onclick={() => (parting = undefined)}>Not now</button>
				</form>
			</div>
		{/if}
		<ul class="flex flex-wrap gap-x-4 gap-y-1 pt-1">
			{#each words as word (word.id)}<li><WordLine {word} /></li>{/each}
		</ul>
		<form
			class="mt-2 flex items-start gap-2"
			onsubmit={(event) => {
				event.preventDefault();
				addWords();
			}}
		>
			<textarea
				class="field w-80 max-w-full resize-y"
				rows={draft.includes('\n') ? Math.min(8, draft.split('\n').length) : 1}
				aria-label="New words for {concept.name}"
				placeholder="Words, by commas or lines; a pasted list too"
				bind:value={draft}
				onkeydown={(event) => {
					if (event.key !== 'Enter' || event.shiftKey) return;
					event.preventDefault();
					addWords();
				}}></textarea>
			<button class="quiet-action">Add words</button>
			<button
				type="button"
				class="quiet-action"
				aria-expanded={offering}
				onclick={() => (offering = !offering)}>Offers</button
			>
		</form>
		{#if offering}<div class="mt-2 border-l-2 pl-3"><Offers {concept} /></div>{/if}
	</div>
</li>

<style>
	.over {
		box-shadow: inset 0 2px 0 var(--lichen);
	}
</style>
