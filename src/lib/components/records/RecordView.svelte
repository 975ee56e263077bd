<script lang="ts">
	import { aboutRecord, type Concept } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { OpenRecord } from '$lib/server/search';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { pearlFor, togglePearl } from '../pearls/marking';
	import WhereToHave from '../availability/WhereToHave.svelte';
	import Meaning from '../first-meeting/Meaning.svelte';
	import CopyCitation from '../citing/CopyCitation.svelte';
	import ToggleListed from '../listing/ToggleListed.svelte';
	import MarkedText from './MarkedText.svelte';
	import Comments from '../comments/Comments.svelte';
	import NeighbourLists from './NeighbourLists.svelte';
	import RecordCitation from './RecordCitation.svelte';
	import RecordFacts from './RecordFacts.svelte';
	import TaggedHeadings from './TaggedHeadings.svelte';

	/** One record in full. Its headings are live: picked, set aside, or neither, each one key from the next. */
	interface Props {
		sheet: OpenRecord;
		index: IndexSummary;
		concept: Concept | undefined;
		/** Told which record is to be read next. */
		onRead: (id: string) => void;
	}
	let { sheet, index, concept, onRead }: Props = $props();
	const store = $derived(useInquiry()());
	const item = $derived(sheet.item);
	/** What it was found by, block by block. */
	const byBlock = $derived(
		[...new Set(sheet.why.map(({ block }) => block))].map((block) => ({
			block,
			matches: sheet.why.filter((match) => match.block === block)
		}))
	);
	const isPearl = $derived(pearlFor(store, index.code, sheet.id) !== undefined);
</script>

<article class="mx-auto max-w-3xl px-6 py-4">
	<RecordCitation
		{item}
		kind={sheet.kind}
		id={sheet.id}
		{index}
		withdrawn={sheet.withdrawn}
		words={sheet.words.title}
	/>
	<p class="mt-2 flex flex-wrap gap-1">
		<CopyCitation indexCode={index.code} record={sheet.id} />
		<ToggleListed indexCode={index.code} record={sheet.id} />
		<button
			data-changes
			class="quiet-action border !py-0 text-xs"
			aria-pressed={isPearl}
			onclick={() => togglePearl(store, index.code, sheet.id, item.title ?? '')}
			>{isPearl ? 'A pearl: take it back' : 'Mark as a pearl'}</button
		>
	</p>

	{#if sheet.why.length > 0}
		<p class="mt-2 text-xs text-quiet">
			found by{' '}{#each byBlock as { block, matches }, at (block)}{at > 0
					? ' · '
					: ''}{#if store.inquiry.concepts[block]}{store.inquiry.concepts[block]
						.name}:{' '}{/if}{#each matches as { name, isHeading }, i (i)}{i > 0 ? ', ' : ''}<span
						class="text-ink"
						>{#if isHeading}<HeadingText label={name} />{:else}{name}{/if}</span
					>{/each}{/each}
		</p>
	{/if}

	<h3 class="mt-4 mb-1 flex items-baseline gap-2 font-semibold">
		{index.headingNoun[0].toUpperCase() + index.headingNoun.slice(1)}<span class="print:hidden"
			><Meaning of="heading" /></span
		>
		<span class="text-xs font-normal text-quiet print:hidden">
			{#if concept}picks go to “{concept.name}”{:else}choose a concept above to pick{/if}
		</span>
	</h3>
	<TaggedHeadings {sheet} {index} {concept} />

	<h3 class="mt-4 mb-1 font-semibold">Abstract</h3>
	{#if item.abstract}<p class="max-w-prose leading-[22px]">
			<MarkedText text={item.abstract} words={sheet.words.abstract} />
		</p>
	{:else}<p class="text-quiet">This record has none.</p>{/if}
	{#if item.keyword}
		<p class="mt-2"><span class="text-quiet">Author’s keywords, not controlled:</span> {item.keyword}</p>
	{/if}

	<WhereToHave of={{ index: index.code, record: sheet.id }} />
	<RecordFacts {sheet} {index} />

	<section class="mt-4 print:hidden">
		<h3 class="mb-1 font-semibold">Comments</h3>
		{#key sheet.id}<Comments about={[aboutRecord(index.code, sheet.id)]} />{/key}
	</section>

	<div class="print:hidden"><NeighbourLists record={sheet.id} {index} {concept} {onRead} /></div>
</article>
