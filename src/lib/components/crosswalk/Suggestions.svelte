<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { SuggestionLine } from '$lib/server/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { addPick } from '../inquiry/picking';
	import { lineageAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { evidenceWords } from './evidence';

	/** Headings that may stand for the concept here, each with its evidence; picked or rejected in one key. */
	let { concept, index }: { concept: Concept; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const place = $derived({ id: store.id, concept: concept.id });
	let list = $state<HTMLElement>();

	/** What the suggestions follow from: words of the concept, and its picks in any index. */
	const basis = $derived(
		JSON.stringify([
			Object.values(store.inquiry.words).filter(({ conceptId }) => conceptId === concept.id),
			Object.values(store.inquiry.picks)
				.filter(({ conceptId }) => conceptId === concept.id)
				.map(({ headings, role, fit }) => [headings, role, fit])
		])
	);

	const asked = new Asked<SuggestionLine[]>(() => {
		void basis;
		return `/inquiry/${store.id}/suggestions?${new URLSearchParams({ concept: concept.id, index: index.code })}`;
	}, 200);
	const lines = $derived(asked.value);
	const problem = $derived(asked.fault);

	const shown = $derived(
		(lines ?? []).filter(
			({ heading }) =>
				!store.cells
					.at(concept.id, index.code)
					.picks.some(({ headings }) => headings.length === 1 && headings[0].uri === heading.uri)
		)
	);

	function take({ heading }: SuggestionLine, role: 'searched' | 'rejected') {
		const row = document.activeElement?.closest('li');
		const next = (row?.nextElementSibling ?? row?.previousElementSibling)?.querySelector<HTMLElement>('a');
		addPick(store, concept, index, [heading], { role });
		next?.focus();
	}

	function onkeydown(event: KeyboardEvent) {
		const at = (event.target as HTMLElement).closest<HTMLElement>('[data-suggestion]');
		const line = shown.find(({ heading }) => heading.id === at?.dataset.suggestion);
		if (!at || !line || event.ctrlKey || event.metaKey || event.altKey) return;
		const links = [...(list?.querySelectorAll<HTMLElement>('[data-suggestion]') ?? [])];
		const moves: Record<string, () => void> = {
			ArrowDown: () => links[links.indexOf(at) + 1]?.focus(),
			ArrowUp: () => links[links.indexOf(at) - 1]?.focus(),
			' ': () => take(line, 'searched'),
			r: () => take(line, 'rejected')
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}
</script>

{#if problem}
	<p class="text-warn">The suggestions could not be read. They come back with the next change.</p>
{:else if !lines}
	<p class="text-quiet" role="status">Looking for headings</p>
{:else if shown.length === 0}
	<p class="text-quiet">
		Nothing in {index.name} speaks for this concept beyond what is recorded. More words, or picks in other indexes,
		bring more.
	</p>
{:else}
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions (the links in the list take the focus; their keys are handled once for all) -->
	<ul bind:this={list} class="divide-y" {onkeydown}>
		{#each shown as line (line.heading.id)}
			<li class="flex gap-2 py-1.5">
				<div class="min-w-0 flex-1">
					<p class="flex items-baseline gap-2">
						<a
							class="min-w-0 text-[15px] hover:underline"
							data-suggestion={line.heading.id}
							href={lineageAt(place, index.code, line.heading.id)}
							><HeadingText label={line.heading.label} /></a
						>
						<span class="ml-auto h-1.5 w-10 shrink-0 bg-shade" aria-hidden="true"
							><span class="block h-1.5 bg-lichen" style="width: {Math.round(100 * line.score)}%"
							></span></span
						>
						<span class="w-5 shrink-0 text-right text-xs text-quiet">{Math.round(100 * line.score)}</span>
					</p>
					{#each line.evidence as evidence, i (i)}
						<p class="text-xs text-quiet">{evidenceWords(evidence, store.indexName)}</p>
					{/each}
				</div>
				<div class="flex shrink-0 items-start text-xs">
					<button class="quiet-action !px-1.5 !py-0" onclick={() => take(line, 'searched')}
						>Pick{' '}<span class="sr-only">{line.heading.label}</span></button
					>
					<button class="quiet-action !px-1.5 !py-0" onclick={() => take(line, 'rejected')}
						>Reject{' '}<span class="sr-only">{line.heading.label}</span></button
					>
				</div>
			</li>
		{/each}
	</ul>
	<p class="mt-1 text-xs text-quiet">
		<kbd class="key-cap">Space</kbd> picks, <kbd class="key-cap">R</kbd> rejects for good.
	</p>
{/if}
