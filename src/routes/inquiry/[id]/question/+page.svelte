<script lang="ts">
	import { inOrder, type Concept } from '$core/crosswalk';
	import { lanesAt } from '$lib/components/inquiry/addresses';
	import { freshId, useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import FreeWord from '$lib/components/marks/FreeWord.svelte';

	const store = $derived(useInquiry()());
	const about = $derived(store.inquiry.about);
	let conceptName = $state('');
	let drafts = $state<Record<string, string>>({});

	const wordsOf = (concept: Concept) =>
		inOrder(store.inquiry.words).filter(({ conceptId }) => conceptId === concept.id);

	function addConcept(event: SubmitEvent) {
		event.preventDefault();
		if (store.send({ kind: 'concept.add', id: freshId(), name: conceptName })) conceptName = '';
	}
	function addWords(event: SubmitEvent, concept: Concept) {
		event.preventDefault();
		for (const text of (drafts[concept.id] ?? '').split(/[;,\n]/).filter((part) => part.trim()))
			store.send({ kind: 'word.add', id: freshId(), conceptId: concept.id, text }, { quiet: true });
		drafts[concept.id] = '';
	}
</script>

<svelte:head><title>Question · {about.title} · Oakmoss</title></svelte:head>

<div class="min-h-0 flex-1 overflow-y-auto">
	<div class="mx-auto max-w-5xl space-y-6 p-6">
		<section class="space-y-3">
			<h1 class="sr-only">Question</h1>
			<label class="block">
				<span class="text-quiet">Title</span>
				<input
					class="field mt-1 w-full text-base font-semibold"
					value={about.title}
					maxlength="200"
					onchange={(event) => store.send({ kind: 'about.set', title: event.currentTarget.value })}
				/>
			</label>
			<label class="block">
				<span class="text-quiet">Question</span>
				<textarea
					class="field mt-1 w-full text-base"
					rows="3"
					value={about.question}
					onchange={(event) => store.send({ kind: 'about.set', question: event.currentTarget.value })}
				></textarea>
			</label>
		</section>
		<section>
			<h2 class="mb-1 text-base font-semibold">Concepts and the words people use for them</h2>
			<ol class="divide-y border-y">
				{#each store.concepts as concept, i (concept.id)}
					<li class="grid gap-x-6 gap-y-2 py-3 md:grid-cols-[260px_1fr]">
						<div>
							<input
								class="field w-full font-semibold"
								aria-label="Name of concept {i + 1}"
								value={concept.name}
								onchange={(event) =>
									store.send({ kind: 'concept.set', id: concept.id, name: event.currentTarget.value })}
							/>
							<div class="mt-1 flex items-center gap-1 text-xs">
								<select
									class="rounded border bg-leaf px-1 py-0.5"
									aria-label="Part of {concept.name} in the search"
									value={concept.status}
									onchange={(event) =>
										store.send({
											kind: 'concept.set',
											id: concept.id,
											status: event.currentTarget.value as Concept['status']
										})}
								>
									<option value="required">required</option>
									<option value="waiting">waiting</option>
									<option value="exclude">exclude</option>
								</select>
								<button
									class="quiet-action !px-1.5"
									disabled={i === 0}
									onclick={() => store.send({ kind: 'concept.move', id: concept.id, to: i - 1 })}>Up</button
								>
								<button
									class="quiet-action !px-1.5"
									disabled={i === store.concepts.length - 1}
									onclick={() => store.send({ kind: 'concept.move', id: concept.id, to: i + 1 })}>Down</button
								>
								<button
									class="quiet-action !px-1.5"
									onclick={() => store.send({ kind: 'concept.remove', id: concept.id })}>Remove</button
								>
							</div>
						</div>
						<div>
							<ul class="flex flex-wrap gap-x-4 gap-y-1 pt-1">
								{#each wordsOf(concept) as word (word.id)}
									<li class="flex items-center">
										<a
											class="hover:underline"
											title="Look it up"
											href={lanesAt({ id: store.id, concept: concept.id }, word.text.replace(/\*$/, ''))}
											><FreeWord text={word.text} /></a
										>
										<button
											class="quiet-action !px-1"
											aria-label="Remove the word {word.text}"
											onclick={() => store.send({ kind: 'word.remove', id: word.id })}>×</button
										>
									</li>
								{/each}
							</ul>
							<form class="mt-2 flex gap-2" onsubmit={(event) => addWords(event, concept)}>
								<input
									class="field w-72 max-w-full"
									aria-label="New words for {concept.name}"
									placeholder="Words, separated by commas"
									bind:value={drafts[concept.id]}
								/>
								<button class="quiet-action">Add words</button>
							</form>
						</div>
					</li>
				{/each}
			</ol>
			<form class="mt-3 flex gap-2" onsubmit={addConcept}>
				<input
					class="field w-72"
					aria-label="New concept"
					placeholder="One idea of the question"
					maxlength="200"
					bind:value={conceptName}
				/>
				<button class="action">Add concept</button>
			</form>
		</section>
	</div>
</div>
