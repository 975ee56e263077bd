<script lang="ts">
	import { FIT_WORDS, isThin, type CellContent, type Pick } from '$core/crosswalk';
	import type { CellCoverage } from '$lib/server/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { nameOfPart } from '$core/search';
	import { recordsAt } from '../inquiry/addresses';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { flagWords } from './flags';

	/** What a cell of the crosswalk says: its headings, or that it has none, and what they find. */
	interface Props {
		/** Of which concept in which index. */
		conceptId: string;
		indexCode: string;
		content: CellContent;
		found: CellCoverage | undefined;
		/** With notes and switches, or headings alone. */
		reading: 'compact' | 'full';
	}
	let { conceptId, indexCode, content, found, reading }: Props = $props();
	const store = $derived(useInquiry()());
	/** Others who have this cell in hand. */
	const inHands = $derived([
		...new Set(store.here.filter(({ at }) => at === `${conceptId}:${indexCode}`).map(({ name }) => name))
	]);
	const opens = (which: 'headings' | 'any') =>
		store.isPast
			? undefined
			: recordsAt({ id: store.id, concept: conceptId }, indexCode, {
					part: nameOfPart({ of: 'block', which, id: conceptId })
				});

	/** What stands after the headings of a pick, in words. */
	function says(pick: Pick): string {
		if (pick.role === 'rejected') return 'rejected';
		return [
			FIT_WORDS[pick.fit],
			pick.withNarrower
				? pick.cuts.length > 0
					? `with narrower, ${pick.cuts.length} cut`
					: 'with narrower'
				: '',
			pick.chief ? 'chief only' : '',
			pick.aspects.join(' or '),
			pick.role === 'recorded' ? 'recorded only' : '',
			...(store.facts.facts[pick.id]?.flags ?? []).map((flag) => flagWords(flag, store.inquiry).short)
		]
			.filter(Boolean)
			.join(' · ');
	}
</script>

{#if inHands.length > 0}
	<p class="mb-0.5 w-fit rounded bg-wash px-1 text-xs text-lichen-deep" data-in-hands>
		{inHands.join(', ')}
		{inHands.length === 1 ? 'is' : 'are'} here
	</p>
{/if}
{#each content.picks as pick (pick.id)}
	{#if reading === 'full' || pick.role !== 'rejected'}
		<p class="leading-5" class:text-quiet={pick.role === 'rejected'}>
			{#each pick.headings as heading, i (heading.uri)}
				{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}<HeadingText
					label={heading.label}
					retired={pick.role === 'rejected'}
				/>
			{/each}
			{#if reading === 'full'}<span class="text-xs text-quiet">{says(pick)}</span>{/if}
		</p>
		{#if reading === 'full' && pick.note}
			<p class="line-clamp-2 text-xs text-quiet print:line-clamp-none">{pick.note}</p>
		{/if}
	{/if}
{/each}
{#if content.state === 'noHeading'}
	<p class="text-quiet">no heading here</p>
	{#if reading === 'full' && content.cell?.note}<p
			class="line-clamp-2 text-xs text-quiet print:line-clamp-none"
		>
			{content.cell.note}
		</p>{/if}
{:else if content.state === 'undecided'}
	<p class="text-xs text-quiet">
		undecided
		{#if !store.isPast}<span class="opacity-0 group-hover:opacity-100 group-focus:opacity-100 print:hidden">
				· <kbd class="key-cap">Enter</kbd> suggestions · <kbd class="key-cap">L</kbd> look up
			</span>{/if}
	</p>
{:else if isThin(content, found?.headings)}
	<p class="text-xs text-warn">
		thin: {isThin(content) ? 'no exact or close heading is searched' : 'fewer than 10 records'}
	</p>
{/if}
{#if found && found.all > 0}
	<p class="mt-1 flex items-center gap-1.5 text-xs text-quiet">
		<span class="h-1.5 w-10 shrink-0 bg-shade" aria-hidden="true"
			><span class="block h-1.5 bg-lichen" style="width: {(100 * found.headings) / found.all}%"></span></span
		>
		<span>
			{#if content.state === 'picks'}headings find <Count
					n={found.headings}
					at={opens('headings')}
					says=""
					aside
				/> of
				<Count n={found.all} at={opens('any')} says="" aside />{:else}words find <Count
					n={found.all}
					at={opens('any')}
					says=""
					aside
				/>{/if}
		</span>
	</p>
{/if}
