<script lang="ts">
	import { linksOf, nameInWords, yearOf, type CslItem } from '$core/evidence/citation';
	import type { WordTest } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { moment } from '../inquiry/moment';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import MarkedText from './MarkedText.svelte';

	/** Who wrote a record's work, what it is called and where it came out; each name opens its own records. */
	interface Props {
		item: CslItem;
		kind: string;
		id: string;
		index: IndexSummary;
		/** Since when its index no longer has it. */
		withdrawn?: string;
		/** Words that are marked in its title. */
		words?: WordTest[];
	}
	let { item, kind, id, index, withdrawn, words = [] }: Props = $props();
	const store = $derived(useInquiry()());
	const links = $derived(linksOf(item));
	const source = $derived(item['container-title'] ?? item.publisher);
	const opens = (by: 'person' | 'source', value: string) =>
		recordsAt(placeOf(store), index.code, { whole: true, filter: [{ by, how: 'any', values: [value] }] });
</script>

<p class="text-xs text-quiet">
	{kind} · {id}{#if index.standIn}{' '}· made up for the demo{/if}
</p>
{#if withdrawn}<p class="my-1 border-l-2 border-warn bg-warn-wash px-2">
		Withdrawn: {index.name} has it no longer, since {moment(withdrawn)}. No search finds it.
	</p>{/if}
<h2 class="mt-0.5 text-lg leading-6 font-semibold">
	{#if item.title}<MarkedText text={item.title} {words} />{:else}Without a title{/if}
</h2>
<p class="mt-1 leading-6">
	{#each item.author ?? [] as author, i (i)}{i > 0 ? '; ' : ''}<a
			class="count"
			href={opens('person', nameInWords(author))}>{nameInWords(author)}</a
		>{@render worksAt(i)}{:else}No author given{/each}
</p>
<p class="text-quiet">
	{#if source}<a class="count" href={opens('source', source)}>{source}</a> ·{/if}
	{[
		yearOf(item) ?? 'no year',
		item.volume && `volume ${item.volume}${item.issue ? `, issue ${item.issue}` : ''}`,
		item.page && `pages ${item.page}`
	]
		.filter(Boolean)
		.join(' · ')}
	{#each links as { at, says } (at)}
		· <a class="count" href={at} target="_blank" rel="external noopener noreferrer">{says}</a>{/each}
</p>

{#snippet worksAt(author: number)}
	{@const places = item.custom?.affiliationsOfAuthors?.[author] ?? []}
	{#if places.length > 0}<sup class="text-quiet"
			>{places.map((place) => place + 1).join(' ')}<span class="sr-only"
				>, {places.map((place) => item.custom?.affiliations?.[place]).join(' and ')}</span
			></sup
		>{/if}
{/snippet}
