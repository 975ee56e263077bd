<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { WordCheck } from '$lib/server/crosswalk';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { crosswalkAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { freshId, useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import ConceptRow from '$lib/components/question/ConceptRow.svelte';
	import { newConcept } from '$lib/components/question/new-concept';
	import QuestionText from '$lib/components/question/QuestionText.svelte';

	const store = $derived(useInquiry()());
	// What words find follows from what is saved, which comes a moment after it is shown.
	const checked = new Asked<Record<string, WordCheck>>(() => {
		void store.followed;
		return `/inquiry/${store.id}/words`;
	}, 300);
	let conceptName = $state('');
	let dragged = $state<string | undefined>();
	/** The one concept that is open for change, and what of it. */
	let open = $state<{ id: string; what: 'name' | 'words' | 'split'; takesFocus: boolean } | undefined>();

	/** Makes a concept, and opens it with its lanes: its words and its headings come next. */
	function makeConcept(name: string, takesFocus: boolean): boolean {
		const id = freshId();
		if (!store.send(newConcept(id, name))) return false;
		open = { id, what: 'words', takesFocus };
		return true;
	}

	function addConcept(event: SubmitEvent) {
		event.preventDefault();
		if (makeConcept(conceptName, true)) conceptName = '';
	}

	function drop(place: number) {
		if (dragged) store.send({ kind: 'concept.move', id: dragged, to: place });
		dragged = undefined;
	}

	$effect(() =>
		useKeys({
			title: 'Question',
			keys: [
				{ shown: ['Enter'], does: 'On a concept’s name: open it for change; in its words: add them' },
				{ shown: ['Alt ↑', 'Alt ↓'], does: 'On a concept’s name: move the concept' },
				{ shown: ['Esc'], does: 'Close what is open' },
				{
					shown: ['C'],
					does: 'To the new concept',
					bind: 'c',
					run: () => document.querySelector<HTMLElement>('#new-concept')?.focus()
				}
			]
		})
	);
</script>

<svelte:head><title>Question · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="relative min-h-0 flex-1 overflow-y-auto">
	<div class="mx-auto max-w-5xl space-y-6 p-6">
		<section class="space-y-2"><QuestionText onConcept={makeConcept} /></section>
		<section>
			<h2 class="mb-1 text-base font-semibold">Concepts and the words people use for them</h2>
			<ol class="divide-y border-y" ondragend={() => (dragged = undefined)}>
				{#each store.concepts as concept, i (concept.id)}
					<ConceptRow
						{concept}
						place={i}
						checks={checked.value}
						open={open?.id === concept.id ? open.what : undefined}
						takesFocus={open?.takesFocus ?? true}
						onOpen={(what) => (open = what && { id: concept.id, what, takesFocus: true })}
						dragging={dragged === concept.id}
						onDragStart={() => (dragged = concept.id)}
						onDrop={() => drop(i)}
					/>
				{/each}
			</ol>
			<form class="mt-3 flex items-center gap-2" onsubmit={addConcept}>
				<input
					id="new-concept"
					class="field w-72"
					aria-label="New concept"
					placeholder="One idea of the question"
					maxlength="200"
					bind:value={conceptName}
				/>
				<button class="action">Add concept</button>
				<span class="ml-auto flex gap-2">
					<a class="quiet-action border" href="/inquiry/{store.id}/indexes">Choose subject indexes</a>
					<a class="quiet-action border" href={crosswalkAt(placeOf(store))}>To the crosswalk</a>
				</span>
			</form>
		</section>
	</div>
</div>
