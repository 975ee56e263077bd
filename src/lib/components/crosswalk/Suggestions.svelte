<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { SuggestionLine } from '$lib/server/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { addPick } from '../inquiry/picking';
	import { lineageAt, suggestionsAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { becauseOf, heldTogether, LIKELIHOOD_WORDS, unanswered } from './evidence';
	import HowSure from './HowSure.svelte';
	import SuggestionText from './SuggestionText.svelte';

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
		return suggestionsAt(store.id, concept.id, index.code);
	}, 200);
	const lines = $derived(asked.value);
	const problem = $derived(asked.fault);

	const shown = $derived(unanswered(lines ?? [], store.cells.at(concept.id, index.code).picks));

	const together = $derived(heldTogether(shown));
	function takeTogether() {
		addPick(
			store,
			concept,
			index,
			together.map(({ heading }) => heading),
			{
				role: 'searched',
				because: 'Suggested for the parts of the name, held together'
			}
		);
	}

	const groups = $derived(
		(['likely', 'possible', 'far'] as const).map((likelihood) => ({
			likelihood,
			lines: shown.filter((line) => line.likelihood === likelihood)
		}))
	);

	function take(line: SuggestionLine, role: 'searched' | 'rejected') {
		const { heading } = line;
		const all = links();
		const at = all.findIndex((link) => link.closest('li')?.contains(document.activeElement));
		const isInHand = at >= 0;
		const next = isInHand ? (all[at + 1] ?? all[at - 1]) : undefined;
		addPick(store, concept, index, [heading], { role, because: becauseOf(line, store.indexName) });
		// Whoever works with the keys stays beside the list, also where it has come to its end.
		if (isInHand) (next ?? document.querySelector<HTMLElement>('aside summary, aside button'))?.focus();
	}

	/** What can be gone to: not what is folded away. */
	const links = () =>
		[...(list?.querySelectorAll<HTMLElement>('[data-suggestion]') ?? [])].filter((link) =>
			link.checkVisibility()
		);

	function onkeydown(event: KeyboardEvent) {
		const at = (event.target as HTMLElement).closest<HTMLElement>('[data-suggestion]');
		const line = shown.find(({ heading }) => heading.id === at?.dataset.suggestion);
		if (!at || !line || event.ctrlKey || event.metaKey || event.altKey) return;
		const all = links();
		const moves: Record<string, () => void> = {
			ArrowDown: () => all[all.indexOf(at) + 1]?.focus(),
			ArrowUp: () => all[all.indexOf(at) - 1]?.focus(),
			' ': () => take(line, 'searched'),
			r: () => take(line, 'rejected'),
			x: () => store.mark(index.code, [line.heading])
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
	<!-- svelte-ignore a11y_no_static_element_interactions (the links in the list take the focus; their keys are handled once for all) -->
	<div bind:this={list} {onkeydown}>
		{#if together.length > 0}
			<p class="mb-2 text-xs text-quiet">
				Nothing stands for the whole of it. Its parts held together:
				{#each together as { heading }, i (heading.id)}{i > 0 ? ' with ' : ''}<HeadingText
						label={heading.label}
					/>{/each}
				<button data-changes class="quiet-action !px-1.5 !py-0" onclick={takeTogether}
					>Pick them together</button
				>
			</p>
		{/if}
		{#each groups as { likelihood, lines: own } (likelihood)}
			{#if own.length > 0}
				{#if likelihood === 'far'}
					<details class="mt-2">
						<summary class="cursor-pointer text-xs text-quiet">{LIKELIHOOD_WORDS.far} · {own.length}</summary>
						{@render rows(own)}
					</details>
				{:else}
					<h4 class="mt-2 flex items-center gap-1 text-xs text-quiet first:mt-0">
						{LIKELIHOOD_WORDS[likelihood]} · {own.length}
						{#if likelihood === 'likely'}<HowSure />{/if}
					</h4>
					{@render rows(own)}
				{/if}
			{/if}
		{/each}
	</div>
	<p class="mt-1 text-xs text-quiet">
		<kbd class="key-cap">Space</kbd> picks, <kbd class="key-cap">R</kbd> rejects for good.
	</p>
{/if}

{#snippet rows(lines: readonly SuggestionLine[])}
	<ul class="divide-y">
		{#each lines as line (line.heading.id)}
			<li class="flex gap-2 py-1.5">
				<SuggestionText {line} {index} href={lineageAt(place, index.code, line.heading.id)} />
				<div class="flex shrink-0 items-start text-xs">
					<button data-changes class="quiet-action !px-1.5 !py-0" onclick={() => take(line, 'searched')}
						>Pick{' '}<span class="sr-only">{line.heading.label}</span></button
					>
					<button data-changes class="quiet-action !px-1.5 !py-0" onclick={() => take(line, 'rejected')}
						>Reject{' '}<span class="sr-only">{line.heading.label}</span></button
					>
				</div>
			</li>
		{/each}
	</ul>
{/snippet}
