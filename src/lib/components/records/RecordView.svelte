<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import { nameInWords, yearOf } from '$core/evidence/citation';
	import { quote } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { OpenRecord } from '$lib/server/search';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import MarkedText from './MarkedText.svelte';
	import RecordFacts from './RecordFacts.svelte';
	import TaggedHeadings from './TaggedHeadings.svelte';

	/** One record in full. Its headings are live: picked, set aside, or neither, each one key from the next. */
	interface Props {
		sheet: OpenRecord;
		index: IndexSummary;
		concept: Concept | undefined;
		sort: string;
	}
	let { sheet, index, concept, sort }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const item = $derived(sheet.item);
	/** What it was found by, block by block. */
	const byBlock = $derived(
		[...new Set(sheet.why.map(({ block }) => block))].map((block) => ({
			block,
			matches: sheet.why.filter((match) => match.block === block)
		}))
	);
	const source = $derived(item['container-title'] ?? item.publisher);
	const opens = (field: string, value: string) =>
		recordsAt(place, index.code, { cql: `${field} = ${quote(value)}` });
</script>

<article class="mx-auto max-w-3xl px-6 py-4">
	<p class="text-xs text-quiet">
		{sheet.kind} · {sheet.id}{#if index.standIn}{' '}· made up for the demo{/if}
	</p>
	<h2 class="mt-0.5 text-lg leading-6 font-semibold">
		{#if item.title}<MarkedText text={item.title} words={sheet.words.title} />{:else}Without a title{/if}
	</h2>
	<p class="mt-1 leading-6">
		{#each item.author ?? [] as author, i (i)}{i > 0 ? '; ' : ''}<a
				class="count"
				href={opens('dc.creator', nameInWords(author))}>{nameInWords(author)}</a
			>{:else}No author given{/each}
	</p>
	<p class="text-quiet">
		{#if source}<a class="count" href={opens('oak.source', source)}>{source}</a> ·{/if}
		{[
			yearOf(item) ?? 'no year',
			item.volume && `volume ${item.volume}${item.issue ? `, issue ${item.issue}` : ''}`,
			item.page && `pages ${item.page}`,
			item.DOI && `DOI ${item.DOI}`
		]
			.filter(Boolean)
			.join(' · ')}
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
		{index.headingNoun[0].toUpperCase() + index.headingNoun.slice(1)}
		<span class="text-xs font-normal text-quiet">
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

	<RecordFacts {sheet} {index} />

	{#each [{ title: 'It refers to', list: sheet.cites }, { title: 'Referred to by', list: sheet.citedBy }] as { title, list } (title)}
		{#if list.length > 0}
			<h3 class="mt-4 mb-1 font-semibold">
				{title} <span class="font-normal text-quiet">{list.length}</span>
			</h3>
			<ul>
				{#each list as { id, title: other, year } (id)}
					<li class="flex gap-2 py-0.5">
						<span class="w-10 shrink-0 text-quiet">{year ?? '·'}</span>
						<a class="hover:underline" href={recordsAt(place, index.code, { sort, record: id })}>{other}</a>
					</li>
				{/each}
			</ul>
		{/if}
	{/each}
</article>
