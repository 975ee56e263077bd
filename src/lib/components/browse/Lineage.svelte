<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { HeadingLine, HeadingSheet } from '$lib/server/browse';
	import PicksLine from '../crosswalk/PicksLine.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { displayAt, lanesAt, lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { pickTarget } from '../inquiry/pick-target';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Guarded from '../parts/Guarded.svelte';
	import { number } from '../parts/numbers';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { broaderBranches, narrowerBranches } from '../tree/branches';
	import BranchTree from '../tree/BranchTree.svelte';
	import { setAside, pickFor, togglePick } from '../inquiry/picking';
	import { OpenedBranches } from './opened-branches.svelte';
	import HeadingRecords from './HeadingRecords.svelte';
	import PlacePicture from './PlacePicture.svelte';
	import SheetActions from './SheetActions.svelte';
	import RelatedHeading from './RelatedHeading.svelte';
	import SheetBody from './SheetBody.svelte';

	let { index, sheet }: { index: IndexSummary; sheet: HeadingSheet } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const query = $derived(page.url.searchParams.get('q') ?? '');
	const target = $derived(pickTarget(store, query));
	const concept = $derived(target.concept);
	const at = (heading: string) => lineageAt(place, index.code, heading, query);

	const branches = new OpenedBranches(() => index.code);
	let middle: HTMLElement;
	let broaderTree = $state<BranchTree>();
	let narrowerTree = $state<BranchTree>();

	// Another heading begins with its branches closed, and with the keys in its middle.
	$effect(() => {
		void sheet.id;
		branches.close();
		if (document.activeElement?.id !== 'word-field') middle.focus({ preventScroll: true });
	});

	const above = $derived(broaderBranches(sheet.paths));
	const below = $derived(narrowerBranches(sheet.narrower, branches.opened, branches.children));
	const picked = $derived((pickFor(store, concept, index.code, [sheet])?.role ?? 'rejected') !== 'rejected');
	const pickedUris = $derived(
		new Set(
			Object.values(store.inquiry.picks)
				.filter(
					(other) =>
						other.conceptId === concept?.id && other.indexCode === index.code && other.role !== 'rejected'
				)
				.flatMap(({ headings }) => (headings.length === 1 ? [headings[0].uri] : []))
		)
	);

	const siblings = $derived(
		[...sheet.siblings, sheet].sort((a, b) => a.label.localeCompare(b.label, 'en')) as (
			HeadingLine | HeadingSheet
		)[]
	);
	const own = $derived(siblings.findIndex(({ id }) => id === sheet.id));
	const [before, after] = $derived([siblings[own - 1], siblings[own + 1]]);

	const visit = (heading: string) => goto(at(heading), { keepFocus: true });
	const pickHeading = (heading: { uri: string; label: string }) =>
		togglePick(store, concept, index, [heading]);

	const aside = (heading: { uri: string; label: string }) =>
		setAside(store, concept, index.code, [heading], `browsing ${index.name}`);

	function onkeydown(event: KeyboardEvent) {
		if (event.target !== middle || event.ctrlKey || event.metaKey || event.altKey) return;
		const moves: Record<string, () => unknown> = {
			ArrowLeft: () => broaderTree?.focus(),
			ArrowRight: () => narrowerTree?.focus(),
			ArrowUp: () => before && visit(before.id),
			ArrowDown: () => after && visit(after.id),
			' ': () => pickHeading(sheet),
			x: () => store.mark(index.code, [sheet]),
			s: () => aside(sheet)
		};
		const move = moves[event.key];
		if (!move) return;
		event.preventDefault();
		move();
	}

	$effect(() =>
		useKeys({
			title: 'Lineage',
			keys: [
				{ shown: ['←'], does: 'To the broader headings, and further up' },
				{ shown: ['→'], does: 'To the narrower headings; open a branch' },
				{ shown: ['↑', '↓'], does: 'Sibling before, next sibling' },
				{ shown: ['Enter'], does: 'Make the heading in hand the middle' },
				{ shown: ['Space'], does: 'Pick for the current concept, or take back' },
				{ shown: ['S'], does: 'Set the heading in hand aside as a sighting' },
				{ shown: ['M'], does: 'To the heading in the middle', bind: 'm', run: () => middle.focus() }
			]
		})
	);
</script>

<div class="flex min-h-0 flex-1 flex-col" data-lineage={sheet.id}>
	<div class="flex items-center gap-2 border-b px-4 py-1.5">
		<IndexMark {index} size={20} />
		<span class="font-semibold">{index.name}</span>
		<span class="text-quiet">{index.discipline}, edition {sheet.edition}</span>
		<a class="quiet-action ml-auto" href={displayAt(place, index.code)}>Whole hierarchy</a>
		<a class="quiet-action" href={lanesAt(place, query || sheet.label)}
			>{query ? `Back to “${query}” in all indexes` : 'Look it up in all indexes'}</a
		>
	</div>
	<div class="min-h-0 flex-1 overflow-y-auto">
		<!-- svelte-ignore a11y_no_static_element_interactions (only keys of the middle, which has the focus, are handled) -->
		<div
			class="mx-auto grid max-w-[1500px] items-start px-4 py-5 max-md:grid-cols-1 md:grid-cols-[minmax(200px,1fr)_minmax(320px,460px)_minmax(230px,1.15fr)]"
			{onkeydown}
		>
			<section class="pt-9 max-md:order-2">
				<p class="mb-1 pr-5 text-right text-xs text-quiet max-md:text-left">
					{sheet.pathCount === 1 && above.length === 0
						? 'A top heading: nothing is broader'
						: sheet.pathCount === 1
							? 'Broader'
							: `Broader, by ${sheet.pathsComplete ? '' : 'more than '}${sheet.pathCount} paths${sheet.pathCount > sheet.paths.length ? `; the shortest ${sheet.paths.length}` : ''}`}
				</p>
				{#if above.length > 0}
					<BranchTree
						bind:this={broaderTree}
						label="Broader headings of {sheet.label}"
						side="left"
						rows={above}
						isPicked={(uri) => pickedUris.has(uri)}
						onVisit={(row) => visit(row.heading.id)}
						onPick={(row) => pickHeading(row.heading)}
						onMark={(row) => store.mark(index.code, [row.heading])}
						isMarked={(row) => store.isMarked(index.code, [row.heading])}
						onAside={(row) => aside(row.heading)}
						onInward={() => middle.focus()}
					/>
				{/if}
			</section>
			<article class="min-w-0 px-7 pb-4 max-md:order-1">
				<p class="h-6 text-xs text-quiet">
					{#if before}sibling before: <a href={at(before.id)} class="hover:underline"
							><HeadingText label={before.label} /></a
						> <kbd class="key-cap">↑</kbd>{/if}
				</p>
				<!-- svelte-ignore a11y_no_noninteractive_tabindex (the middle of the lineage is where the arrow keys start from) -->
				<div
					bind:this={middle}
					tabindex="0"
					role="group"
					aria-label="{sheet.label}{picked
						? ', picked'
						: ''}; arrow keys for broader, narrower and siblings, space to pick"
					class="-mx-2 rounded-md px-2 py-1"
				>
					<h1 class="text-[25px] leading-8 font-medium">
						<HeadingText label={sheet.label} retired={sheet.retired} />
					</h1>
				</div>
				<SheetActions {sheet} {index} {target} {query} />
				<SheetBody {sheet} {index} {at}>
					{#snippet records()}{#if index.records > 0}<Guarded name="The records of this heading"
								><HeadingRecords {sheet} {index} /></Guarded
							>{/if}{/snippet}
					{#snippet related(other)}<RelatedHeading
							heading={other}
							{index}
							{concept}
							href={at(other.id)}
						/>{/snippet}
					{#snippet picture()}<Guarded name="The picture of its place"><PlacePicture {sheet} {at} /></Guarded
						>{/snippet}
				</SheetBody>
				<p class="mt-3 h-5 text-xs text-quiet">
					{#if after}next sibling: <a href={at(after.id)} class="hover:underline"
							><HeadingText label={after.label} /></a
						> <kbd class="key-cap">↓</kbd>{/if}
				</p>
			</article>
			<section class="pt-9 max-md:order-3">
				<p class="mb-1 pl-5 text-xs text-quiet">
					{below.length === 0
						? 'No narrower headings'
						: `${number(sheet.narrowerCount)} narrower${sheet.belowCount > sheet.narrowerCount ? `, ${number(sheet.belowCount)} in all below` : ''}`}
				</p>
				{#if below.length > 0}
					<BranchTree
						bind:this={narrowerTree}
						label="Narrower headings of {sheet.label}"
						side="right"
						rows={below}
						hasRecords={index.records > 0}
						isPicked={(uri) => pickedUris.has(uri)}
						onToggle={(row) => branches.toggle(row)}
						onVisit={(row) => visit(row.heading.id)}
						onPick={(row) => pickHeading(row.heading)}
						onMark={(row) => store.mark(index.code, [row.heading])}
						isMarked={(row) => store.isMarked(index.code, [row.heading])}
						onAside={(row) => aside(row.heading)}
						onInward={() => middle.focus()}
					/>
				{/if}
			</section>
		</div>
	</div>
	{#if concept}<PicksLine {concept} {index} tried={query} full />{/if}
</div>
