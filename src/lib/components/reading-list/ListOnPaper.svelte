<script lang="ts">
	import { DECIDED, type ListEntry } from '$core/crosswalk';
	import { linksOf } from '$core/evidence/citation';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted } from '../parts/numbers';
	import type { ListedWorks } from './listed-works.svelte';

	/** The list as it goes to paper: every work that is shown, with what was decided and why. */
	interface Props {
		entries: readonly ListEntry[];
		works: ListedWorks;
		/** Who decided, by name. */
		names: Record<string, string>;
	}
	let { entries, works, names }: Props = $props();
	const store = $derived(useInquiry()());

	/** In full, as paper is read on other days. */
	const day = (at: string) =>
		new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
	/** What was decided, by whom and when; nothing while nobody looked at it. */
	const decision = ({ decision, decidedAt, decidedBy, reason }: ListEntry) =>
		decidedAt === ''
			? 'not looked at yet'
			: [
					`${DECIDED[decision]}${names[decidedBy] ? ` by ${names[decidedBy]}` : ''}, ${day(decidedAt)}`,
					reason
				]
					.filter(Boolean)
					.join(': ');
</script>

<section class="on-paper hidden print:block" aria-label="The list on paper">
	<h1 class="text-lg font-semibold">{store.inquiry.about.title}: reading list</h1>
	<p class="mb-2">{counted(entries.length, 'work')}</p>
	<ol class="list-decimal pl-8">
		{#each entries as entry (entry.id)}
			{@const item = works.of(entry.id)?.item}
			<li class="py-1">
				<span class="block font-medium" dir="auto">{item?.title || entry.title || 'Without a title'}</span>
				<span class="block"
					>{[entry.authors || 'No author given', entry.source, entry.year ?? 'no year']
						.filter(Boolean)
						.join(' · ')}{#each item ? linksOf(item) : [] as { at, says } (at)}{' · '}<a href={at}>{says}</a
						>{/each}</span
				>
				<span class="block text-xs">
					{decision(entry)}{#if entry.tags.length > 0}{' · '}tags: {entry.tags.join(
							', '
						)}{/if}{#if entry.records.length > 0}{' · '}{entry.records
							.map(({ indexCode, record }) => `${store.indexName(indexCode)} ${record}`)
							.join(', ')}{/if}
				</span>
				{#if entry.note}<span class="block text-xs">Note: {entry.note}</span>{/if}
			</li>
		{/each}
	</ol>
</section>
