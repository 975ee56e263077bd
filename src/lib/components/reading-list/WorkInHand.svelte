<script lang="ts">
	import type { ListEntry } from '$core/crosswalk';
	import { linksOf, nameInWords, yearOf } from '$core/evidence/citation';
	import type { WordTest } from '$core/search';
	import type { ListedWork } from '$lib/server/reading';
	import WhereToHave from '../availability/WhereToHave.svelte';
	import { recordsAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import MarkedText from '../records/MarkedText.svelte';
	import SameWork from '../records/SameWork.svelte';
	import { walkNear } from '../parts/list-keys';

	/** One work of the list in full: its citation as it was mended, its abstract with the words of the concepts marked, its headings. */
	interface Props {
		entry: ListEntry;
		work: ListedWork | undefined;
		words: WordTest[];
	}
	let { entry, work, words }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	/** So many names are read; of six hundred nobody reads more. */
	const MOST_NAMES = 12;
	const item = $derived(work?.item);
	const names = $derived((item?.author ?? []).map(nameInWords));
	const abstract = $derived(
		item?.abstract ?? work?.records.find((record) => record.item.abstract)?.item.abstract
	);
	const works = $derived((work?.records ?? []).map(({ indexCode, ...record }) => ({ indexCode, record })));
	const facts = $derived(
		item
			? [
					item['container-title'] ?? item.publisher,
					yearOf(item) ?? 'no year',
					item.volume && `volume ${item.volume}${item.issue ? `, issue ${item.issue}` : ''}`,
					item.page && `pages ${item.page}`
				].filter(Boolean)
			: [entry.source, entry.year ?? 'no year'].filter(Boolean)
	);
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (only keys of the headings in it are handled) -->
<article
	class="mx-auto max-w-3xl px-6 py-4"
	onkeydown={(event) => walkNear(event, { back: '[data-entry][aria-selected=true]' })}
>
	<p class="flex flex-wrap items-center gap-x-2 text-xs text-quiet">
		{#each works as { indexCode, record } (indexCode)}
			{@const index = store.indexes.find(({ code }) => code === indexCode)}
			<a
				class="inline-flex items-center gap-1 hover:underline"
				href={recordsAt(place, indexCode, { whole: true, record: record.id })}
				>{#if index}<IndexMark {index} size={14} />{/if}{store.indexName(indexCode)}
				{record.id}</a
			>{#if record.withdrawn}<span class="text-warn">withdrawn</span>{/if}
		{:else}{#if work}<span
					>{entry.citation
						? 'From a file; no index of this inquiry has it'
						: 'No index has it any more'}</span
				>{/if}{/each}
		<span>· from {entry.from}</span>
	</p>
	<h2 class="mt-0.5 text-lg leading-6 font-semibold" dir="auto">
		{#if item?.title ?? entry.title}<MarkedText text={item?.title ?? entry.title} {words} />{:else}Without a
			title{/if}
	</h2>
	<p class="mt-1 leading-6" dir="auto">
		{#if !item}{entry.authors || 'No author given'}
		{:else if names.length === 0}No author given
		{:else}{names.slice(0, MOST_NAMES).join('; ')}{#if names.length > MOST_NAMES}{' '}<span class="text-quiet"
					>and {names.length - MOST_NAMES} more</span
				>{/if}{/if}
	</p>
	<p class="text-quiet">
		{facts.join(' · ')}
		{#if item}{#each linksOf(item) as { at, says } (at)}
				· <a class="count" href={at} target="_blank" rel="external noopener noreferrer">{says}</a>{/each}{/if}
	</p>
	{#each work?.gone ?? [] as { indexCode, record } (indexCode)}<p class="mt-1 text-xs text-warn">
			{store.indexName(indexCode)} no longer has {record}; what the list remembers of it stays.
		</p>{/each}

	<h3 class="mt-4 mb-1 font-semibold">Abstract</h3>
	{#if abstract}<p class="max-w-prose leading-[22px]" dir="auto"><MarkedText text={abstract} {words} /></p>
	{:else if !work}<p class="text-quiet">It is on its way.</p>
	{:else}<p class="text-quiet">It has none.</p>{/if}
	{#if item?.keyword}<p class="mt-2">
			<span class="text-quiet">Author’s keywords, not controlled:</span>
			{item.keyword}
		</p>{/if}
	<WhereToHave of={{ entry: entry.id }} />
	<SameWork {works} concept={currentConcept(store)} title="In" />
</article>
