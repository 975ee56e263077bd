<script lang="ts">
	import QuestionParts from './QuestionParts.svelte';
	import { tick } from 'svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** The title and the question. They read as text, and open for change; concepts are made from parts of the question. */
	let { onConcept }: { onConcept: (name: string, takesFocus: boolean) => void } = $props();
	const store = $derived(useInquiry()());
	const about = $derived(store.inquiry.about);
	let isOpen = $state(false);
	/** The question as it is typed, before it is saved. */
	let typed = $state<string>();
	let selected = $state('');
	let text = $state<HTMLElement>();
	let field = $state<HTMLTextAreaElement>();
	let opener = $state<HTMLElement>();

	const clean = (part: string) => part.replace(/\s+/g, ' ').trim().slice(0, 200);

	/** What is selected in the question as it is read. */
	function lookAtPage() {
		if (isOpen) return;
		const selection = document.getSelection();
		const isInside = selection?.anchorNode && text?.contains(selection.anchorNode);
		selected = isInside && text?.contains(selection.focusNode) ? clean(selection.toString()) : '';
	}

	function look(event: Event) {
		const { value, selectionStart, selectionEnd } = event.currentTarget as HTMLTextAreaElement;
		selected = clean(value.slice(selectionStart, selectionEnd));
	}

	function makeConcept() {
		// Whoever types goes on typing.
		if (selected) onConcept(selected, !isOpen);
		selected = '';
		document.getSelection()?.removeAllRanges();
	}

	async function open() {
		isOpen = true;
		await tick();
		field?.focus();
	}

	async function close() {
		isOpen = false;
		typed = undefined;
		selected = '';
		await tick();
		opener?.focus();
	}

	$effect(() =>
		useKeys({
			title: 'The question',
			keys: [
				{ shown: ['Q'], does: 'Change the title and the question', bind: 'q', run: () => void open() },
				{ shown: ['Alt Enter'], does: 'In the question: make the selected part a concept' }
			]
		})
	);
</script>

<svelte:document onselectionchange={lookAtPage} />

{#if isOpen}
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions (Escape, from whichever field has the focus) -->
	<div
		class="space-y-3"
		role="group"
		aria-label="Change the title and the question"
		onkeydown={(event) => {
			if (event.key !== 'Escape') return;
			(event.target as HTMLElement).blur();
			void close();
		}}
	>
		<h1 class="sr-only">{about.title}</h1>
		<label class="block">
			<span class="text-quiet">Title</span>
			<input
				data-writes
				class="field mt-1 w-full text-base font-semibold"
				value={about.title}
				maxlength="200"
				onchange={(event) => store.send({ kind: 'about.set', title: event.currentTarget.value })}
			/>
		</label>
		<label class="block">
			<span class="text-quiet">Question</span>
			<textarea
				data-writes
				class="field mt-1 w-full text-base"
				rows="3"
				bind:this={field}
				value={about.question}
				onselect={look}
				oninput={(event) => (typed = event.currentTarget.value)}
				onkeyup={look}
				onkeydown={(event) => {
					if (event.altKey && event.key === 'Enter') {
						event.preventDefault();
						look(event);
						makeConcept();
					}
				}}
				onchange={(event) => store.send({ kind: 'about.set', question: event.currentTarget.value })}
			></textarea>
		</label>
	</div>
{:else}
	<div>
		<h1 class="text-xl font-semibold">{about.title}</h1>
		<p class="mt-1 max-w-prose text-base leading-relaxed" bind:this={text}>
			{#if about.question}{about.question}{:else}<span class="text-quiet">No question is stated yet.</span
				>{/if}
		</p>
	</div>
{/if}
<p class="flex min-h-7 items-center gap-2 text-quiet">
	{#if isOpen}
		<button class="quiet-action border" onclick={close}>Done</button>
	{:else}
		<button class="quiet-action -ml-2" bind:this={opener} onclick={open}>Change</button>
	{/if}
	{#if selected}
		<button data-changes class="action" onmousedown={(event) => event.preventDefault()} onclick={makeConcept}
			>Make “{selected}” a concept</button
		>
		{#if isOpen}<kbd class="key-cap">Alt Enter</kbd>{/if}
	{:else if about.question}
		Select a part of the question to make a concept of it.
	{/if}
</p>
<QuestionParts text={typed ?? about.question} {onConcept} />
