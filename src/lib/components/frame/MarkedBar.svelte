<script lang="ts">
	import type { Command, PickedHeading } from '$core/crosswalk';
	import { quote } from '$core/search';
	import { ask } from '$lib/client/ask';
	import type { JointCount } from '$lib/server/search';
	import { page } from '$app/state';
	import { splitQualifier, uninvert } from '$core/text';
	import { conceptWithWord } from '../question/new-concept';
	import { useKeys } from '../parts/keys.svelte';
	import { recordsAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import CompareHeadings from '../browse/CompareHeadings.svelte';
	import Count from '../parts/Count.svelte';
	import { pickTarget } from '../inquiry/pick-target';
	import { pickCommand } from '../inquiry/picking';
	import { counted } from '../parts/numbers';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';

	/**
	 * Headings marked to be looked at together, and picked in one step. Marks go along from screen to screen, in sight, and do
	 * not outlive the concept they were made for, nor slip into the next look-up.
	 */
	const store = $derived(useInquiry()());
	const lookedUp = $derived(page.url.searchParams.get('q') ?? '');
	/** Where single picks go, so do those of several. */
	const concept = $derived(pickTarget(store, lookedUp).concept);
	const single = $derived(new Set(store.marked.map(({ indexCode }) => indexCode)).size === 1);

	let before = { concept: '', lookedUp: '' };
	$effect(() => {
		const now = { concept: currentConcept(store)?.id ?? '', lookedUp: lookedUp || before.lookedUp };
		const isAnother = now.concept !== before.concept || now.lookedUp !== before.lookedUp;
		if (before.concept && isAnother) store.marked = [];
		before = now;
	});

	/** How many records carry all that is marked, and how many any of it; of one index, as records of several are apart. */
	let joint = $state.raw<JointCount>();
	$effect(() => {
		joint = undefined;
		const uris = store.marked.flatMap(({ headings }) => headings.map(({ uri }) => uri));
		if (!single || uris.length < 2) return;
		let stale = false;
		const at = `/indexes/${store.marked[0].indexCode}/joint`;
		void ask<JointCount>(at, { body: { uris } }).then(({ value }) => {
			if (!stale) joint = value;
		});
		return () => (stale = true);
	});
	const opens = (operator: 'and' | 'or') =>
		recordsAt(placeOf(store), store.marked[0]?.indexCode, {
			cql: store.marked
				.flatMap(({ headings }) => headings.map(({ label }) => `dc.subject = ${quote(label)}`))
				.join(` ${operator} `)
		});

	/** Each becomes the first heading of a concept of its own, named after it. */
	function conceptOfEach() {
		const commands = store.marked.flatMap(({ indexCode, headings }): Command[] => {
			const id = freshId();
			// As people say it: an inverted label would be looked for in that order.
			const name = headings.map(({ label }) => uninvert(splitQualifier(label).base)).join(' with ');
			return [...conceptWithWord(id, name), pickCommand(id, indexOf(indexCode), headings)];
		});
		store.send({
			kind: 'many',
			title: `Made ${counted(store.marked.length, 'concept')} of headings`,
			commands
		});
		store.marked = [];
	}

	const indexOf = (code: string) =>
		store.indexes.find((index) => index.code === code) ?? { code, edition: null };

	function pickEach() {
		if (!concept || store.marked.length === 0) return;
		const commands = store.marked.map(({ indexCode, headings }) =>
			pickCommand(concept.id, indexOf(indexCode), headings)
		);
		store.send({
			kind: 'many',
			title: `Picked ${counted(commands.length, 'heading')} for ${concept.name}`,
			commands
		});
		store.marked = [];
	}

	function pickTogether() {
		if (!concept || !single || store.marked.length < 2) return;
		const [{ indexCode }] = store.marked;
		const headings = store.marked.flatMap((one) => one.headings);
		store.send(pickCommand(concept.id, indexOf(indexCode), headings));
		store.marked = [];
	}

	/** What is beside each other in a panel: single headings, as many as can be seen at once. */
	const MOST_COMPARED = 5;
	const canCompare = $derived(
		store.marked.length > 1 &&
			store.marked.length <= MOST_COMPARED &&
			store.marked.every(({ headings }) => headings.length === 1)
	);
	let compared = $state.raw<{ indexCode: string; heading: PickedHeading }[]>([]);
	function compare() {
		if (!canCompare) return;
		compared = store.marked.map(({ indexCode, headings: [heading] }) => ({ indexCode, heading }));
	}

	// Their keys are in force only while there is something that they act on.
	const isAny = $derived(store.marked.length > 0);
	$effect(() => {
		if (!isAny) return;
		return useKeys({
			title: 'Several at once',
			keys: [
				{ shown: ['X'], does: 'Mark the heading in hand, or take the mark away' },
				{ shown: ['P'], does: 'Pick all that are marked', bind: 'p', run: pickEach },
				{ shown: ['J'], does: 'Pick them as one, held together', bind: 'j', run: pickTogether },
				{ shown: ['E'], does: 'Make a concept of each that is marked', bind: 'e', run: conceptOfEach },
				{ shown: ['Y'], does: 'See two to five that are marked beside each other', bind: 'y', run: compare },
				{ shown: ['U'], does: 'Unmark all', bind: 'u', run: () => (store.marked = []) }
			]
		});
	});
</script>

{#if store.marked.length > 0}
	<div
		class="flex shrink-0 items-center gap-3 border-t border-lichen bg-wash px-4 py-1.5 print:hidden"
		role="region"
		aria-label="Marked headings"
	>
		<span class="font-semibold whitespace-nowrap">{store.marked.length} marked</span>
		<span class="min-w-0 truncate">
			{#each store.marked as one, i (one.indexCode + one.headings[0].uri)}{i > 0
					? ' · '
					: ''}{#each one.headings as heading, j (heading.uri)}{j > 0 ? ' together with ' : ''}<HeadingText
						label={heading.label}
					/>{/each}{/each}
		</span>
		<span class="ml-auto flex shrink-0 items-center gap-2">
			{#if store.marked.length > 1}
				<span class="text-xs text-quiet"
					>{#if !single}of several indexes: cannot be held together{:else if joint}on the same record: <Count
							n={joint.together}
							at={opens('and')}
							says=""
						/> · on any: <Count n={joint.any} at={opens('or')} says="" />{:else}as one: all on the same record{/if}</span
				>
			{/if}
			<button data-changes class="action" disabled={!concept} onclick={pickEach}
				>Pick each for {concept?.name ?? 'a concept'}
				<kbd class="key-cap !bg-transparent !text-inherit">P</kbd></button
			>
			{#if store.marked.length > 1}<button
					class="quiet-action border"
					disabled={!canCompare}
					onclick={compare}>Compare <kbd class="key-cap">Y</kbd></button
				>{/if}
			{#if single && store.marked.length > 1}<button
					data-changes
					class="quiet-action border"
					disabled={!concept}
					onclick={pickTogether}>Pick as one <kbd class="key-cap">J</kbd></button
				>{/if}
			<button data-changes class="quiet-action border" onclick={conceptOfEach}
				>A concept of each <kbd class="key-cap">E</kbd></button
			>
			<button class="quiet-action" onclick={() => (store.marked = [])}
				>Unmark all <kbd class="key-cap">U</kbd></button
			>
		</span>
	</div>
{/if}
{#if compared.length > 0}<CompareHeadings
		headings={compared}
		onPickAsOne={single && concept
			? () => {
					compared = [];
					pickTogether();
				}
			: undefined}
		{concept}
		onClose={() => (compared = [])}
	/>{/if}
