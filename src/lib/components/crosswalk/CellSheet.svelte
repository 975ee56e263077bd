<script lang="ts">
	import { aboutCell, aboutPick, cellId, wordsOfConcept, type Concept } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { nameOfPart } from '$core/search';
	import { lanesAt, recordsAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';
	import Count from '../parts/Count.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import SightingList from '../sightings/SightingList.svelte';
	import Comments from '../comments/Comments.svelte';
	import CellHistory from './CellHistory.svelte';
	import CellPicks from './CellPicks.svelte';
	import NoHeading from './NoHeading.svelte';
	import Suggestions from './Suggestions.svelte';
	import TypedHeading from './TypedHeading.svelte';

	let { concept, index, onClose }: { concept: Concept; index: IndexSummary; onClose: () => void } = $props();
	const store = $derived(useInquiry()());
	const state = $derived(store.cells.at(concept.id, index.code).state);
	const picks = $derived(store.cells.at(concept.id, index.code).picks);
	const pickCommented = (about: string) =>
		picks
			.find(({ id }) => aboutPick(id) === about)
			?.headings.map(({ label }) => label)
			.join(' with ') ?? '';
	const words = $derived(wordsOfConcept(store.inquiry, concept.id));
	const place = $derived({ id: store.id, concept: concept.id });
	const found = $derived(store.coverage[cellId(concept.id, index.code)]);
	const opens = (which: 'headings' | 'any') =>
		recordsAt(place, index.code, { part: nameOfPart({ of: 'block', which, id: concept.id }) });
	const sightings = $derived(
		Object.values(store.inquiry.sightings).filter(
			(sighting) =>
				sighting.state === 'open' &&
				sighting.conceptId === concept.id &&
				(sighting.indexCode === index.code || sighting.indexCode === '')
		)
	);
</script>

<aside
	aria-label="{concept.name} in {index.name}"
	class="flex w-[380px] max-xl:w-[340px] shrink-0 flex-col overflow-auto border-l bg-leaf max-md:fixed max-md:inset-y-0 max-md:right-0 max-md:z-20 max-md:w-[90vw] print:hidden"
>
	<div class="flex items-start gap-2 border-b p-4">
		<IndexMark {index} size={26} />
		<div class="min-w-0">
			<h2 class="text-base font-semibold">{concept.name}</h2>
			<p class="text-quiet">
				in {index.name}, {index.discipline}{index.edition ? `, edition ${index.edition}` : ''}
			</p>
		</div>
		<button class="quiet-action ml-auto" onclick={onClose}>Close</button>
	</div>
	<div class="space-y-5 p-4">
		<section>
			<h3 class="mb-1 text-xs font-semibold text-quiet">Recorded</h3>
			<CellPicks conceptId={concept.id} indexCode={index.code} full />
			{#if found && found.all > 0}
				<p class="mb-1 text-xs text-quiet">
					headings find <Count n={found.headings} at={opens('headings')} says="" /> of <Count
						n={found.all}
						at={opens('any')}
						says=""
					/> that headings or words find
				</p>
			{/if}
			{#if state === 'undecided'}
				<p class="mb-1 text-quiet">Nothing decided yet. Take a suggestion, or look its words up.</p>
			{/if}
			<NoHeading conceptId={concept.id} indexCode={index.code} />
			{#if !index.edition}<div class="mt-2"><TypedHeading {concept} {index} /></div>{/if}
		</section>
		{#if index.edition}
			<section>
				<h3 class="mb-1 text-xs font-semibold text-quiet">Suggestions</h3>
				<Suggestions {concept} {index} />
			</section>
		{/if}
		{#if sightings.length > 0}
			<section>
				<h3 class="mb-1 text-xs font-semibold text-quiet">Sightings</h3>
				<SightingList {sightings} {concept} />
			</section>
		{/if}
		<section>
			<h3 class="mb-1 text-xs font-semibold text-quiet">Words to look up</h3>
			<ul class="flex flex-wrap gap-x-1">
				{#each words as word (word.id)}
					<li>
						<a class="quiet-action -ml-2" href={lanesAt(place, word.text.replace(/\*$/, ''))}>
							<FreeWord text={word.text} />
						</a>
					</li>
				{:else}
					<li><a class="quiet-action -ml-2" href={lanesAt(place, concept.name)}>{concept.name}</a></li>
				{/each}
			</ul>
		</section>
		<section>
			<h3 class="mb-1 text-xs font-semibold text-quiet">Comments</h3>
			<Comments
				about={[aboutCell(concept.id, index.code), ...picks.map(({ id }) => aboutPick(id))]}
				says={pickCommented}
			/>
		</section>
		<section>
			<h3 class="mb-1 text-xs font-semibold text-quiet">History of this cell</h3>
			<CellHistory cell={cellId(concept.id, index.code)} />
		</section>
	</div>
</aside>
