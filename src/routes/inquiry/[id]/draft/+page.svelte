<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { becauseOf } from '$lib/components/crosswalk/evidence';
	import HowSure from '$lib/components/crosswalk/HowSure.svelte';
	import { Draft, type DraftCell } from '$lib/components/draft/draft.svelte';
	import DraftCellRow from '$lib/components/draft/DraftCellRow.svelte';
	import DraftPreview from '$lib/components/draft/DraftPreview.svelte';
	import { crosswalkAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { addPick } from '$lib/components/inquiry/picking';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';
	import type { SuggestionLine } from '$lib/server/crosswalk';

	const store = $derived(useInquiry()());
	const only = $derived({
		concept: page.url.searchParams.get('for') ?? '',
		index: page.url.searchParams.get('in') ?? ''
	});
	const draft = $derived.by(() => {
		const { concept, index } = only;
		return untrack(() => new Draft(store, { concept, index }));
	});
	$effect(() => {
		const own = draft;
		untrack(() => void own.begin());
		return () => own.end();
	});

	const concepts = $derived([...new Set(draft.cells.map(({ concept }) => concept))]);
	const likely = $derived(draft.likely);
	let previewing = $state(false);

	function show(name: 'for' | 'in', value: string) {
		const url = new URL(page.url);
		if (value) url.searchParams.set(name, value);
		else url.searchParams.delete(name);
		void goto(url, { keepFocus: true, noScroll: true, replaceState: true });
	}

	/** What can be gone to: not what is folded away. */
	const links = () =>
		[...document.querySelectorAll<HTMLElement>('[data-suggestion]')].filter((link) => link.checkVisibility());

	async function take(cell: DraftCell, line: SuggestionLine, role: 'searched' | 'rejected') {
		const all = links();
		const at = all.findIndex((link) => link.closest('li')?.contains(document.activeElement));
		addPick(store, cell.concept, cell.index, [line.heading], {
			role,
			because: becauseOf(line, store.indexName)
		});
		await tick();
		// What comes next takes its place in hand.
		if (at >= 0) links()[Math.min(at, links().length - 1)]?.focus();
	}

	function onkeydown(event: KeyboardEvent) {
		const target = event.target as HTMLElement;
		if (!target.dataset.suggestion || event.ctrlKey || event.metaKey || event.altKey) return;
		const id = target.closest<HTMLElement>('[data-cell]')?.dataset.cell;
		const cell = draft.cells.find((one) => one.id === id);
		const line = cell && draft.linesOf(cell)?.find(({ heading }) => heading.id === target.dataset.suggestion);
		const all = links();
		const at = all.indexOf(target);
		const moves: Record<string, () => unknown> = {
			ArrowDown: () => all[at + 1]?.focus(),
			ArrowUp: () => all[at - 1]?.focus(),
			' ': () => cell && line && take(cell, line, 'searched'),
			r: () => cell && line && take(cell, line, 'rejected'),
			x: () => cell && line && store.mark(cell.index.code, [line.heading])
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}

	$effect(() =>
		useKeys({
			title: 'Draft',
			keys: [
				{ shown: ['G'], does: 'To the first suggestion', bind: 'g', run: () => links()[0]?.focus() },
				{ shown: ['↓', '↑'], does: 'Next suggestion, suggestion before' },
				{ shown: ['Space'], does: 'Pick it' },
				{ shown: ['R'], does: 'Reject it for good' },
				{ shown: ['X'], does: 'Mark it, to look at it with others' },
				{ shown: ['Enter'], does: 'Open the heading in its lineage' },
				{
					shown: ['A'],
					does: 'Pick all that is likely, after a look at what that is',
					bind: 'a',
					run: () => (previewing = likely.length > 0)
				}
			]
		})
	);
</script>

<svelte:head><title>Draft · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-3 py-1">
	<h1 class="font-semibold">Draft</h1>
	<span class="text-quiet">suggestions for what is undecided</span>
	<Select
		label="Of which concept"
		value={only.concept}
		options={[
			{ value: '', says: 'all concepts' },
			...store.concepts.map(({ id, name }) => ({ value: id, says: name }))
		]}
		onChange={(chosen) => show('for', chosen)}
	/>
	<Select
		label="In which index"
		value={only.index}
		options={[
			{ value: '', says: 'all indexes' },
			...store.columns.map(({ code, name }) => ({ value: code, says: name }))
		]}
		onChange={(chosen) => show('in', chosen)}
	/>
	<span class="text-xs text-quiet" role="status">
		{#if draft.looked < draft.cells.length}looked at {draft.looked} of {counted(draft.cells.length, 'cell')}
			<button class="quiet-action !py-0" onclick={() => draft.end()}>Stop</button>
		{:else}{counted(draft.cells.length, 'cell')} looked at{/if}{#if draft.failed > 0}; {draft.failed} could not
			be read, open the draft again for them{/if}
	</span>
	<span class="ml-auto flex items-center gap-1">
		<HowSure />
		<button class="action" disabled={likely.length === 0} onclick={() => (previewing = true)}
			>Pick all {likely.length} likely <kbd class="key-cap !bg-transparent !text-inherit">A</kbd></button
		>
		<a class="quiet-action" href={crosswalkAt(placeOf(store))}>Crosswalk</a>
	</span>
</div>
{#if draft.cells.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">
			{store.concepts.length === 0
				? 'There are no concepts yet. Split the question first.'
				: 'Every cell here is decided: nothing is left to draft.'}
		</p>
		<a class="action" href={crosswalkAt(placeOf(store))}>To the crosswalk</a>
	</div>
{:else}
	<!-- svelte-ignore a11y_no_static_element_interactions (the links take the focus; their keys are handled once for all) -->
	<div class="min-h-0 flex-1 overflow-y-auto px-4 py-2" {onkeydown}>
		{#each concepts as concept (concept.id)}
			<section class="mx-auto mb-4 max-w-4xl" aria-label={concept.name}>
				<h2 class="py-1 text-base font-semibold">{concept.name}</h2>
				{#each draft.cells.filter((cell) => cell.concept === concept) as cell (cell.id)}
					<DraftCellRow {draft} {cell} onTake={(line, role) => void take(cell, line, role)} />
				{/each}
			</section>
		{/each}
	</div>
{/if}
{#if previewing}
	<DraftPreview
		lines={likely}
		onTake={(lines, fit) => draft.take(lines, fit)}
		onClose={() => (previewing = false)}
	/>
{/if}
