<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { PoolItem } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { walkNear } from '../parts/list-keys';
	import RecordCitation from '../records/RecordCitation.svelte';
	import CopyCitation from '../citing/CopyCitation.svelte';
	import ToggleListed from '../listing/ToggleListed.svelte';
	import SameWork from '../records/SameWork.svelte';
	import { JOINED_BY } from './items';

	/** One work of a pooled list: its record in each index with its headings, and why they are taken for one work. */
	interface Props {
		item: PoolItem;
		concept: Concept | undefined;
		/** This work waits for another one to be joined with. */
		waits: boolean;
		/** Another work that waits, by its title. */
		waiting: string | undefined;
		onWait: () => void;
		onJoin: () => void;
		/** Takes one of its records out. */
		onSplit: (record: number) => void;
	}
	let { item, concept, waits, waiting, onWait, onJoin, onSplit }: Props = $props();
	const store = $derived(useInquiry()());
	const first = $derived(item.records[0]);
	const index = $derived(store.indexes.find(({ code }) => code === first.indexCode));
	const works = $derived(item.records.map(({ indexCode, ...record }) => ({ indexCode, record })));
	const abstract = $derived(item.records.find((record) => record.item.abstract)?.item.abstract);
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (only keys of the headings in it are handled) -->
<article
	class="mx-auto max-w-3xl px-6 py-4"
	onkeydown={(event) => walkNear(event, { back: '[data-work][aria-selected=true]' })}
>
	{#if index}<RecordCitation
			item={first.item}
			kind={first.kind}
			id={first.id}
			{index}
			withdrawn={first.withdrawn}
		/>{/if}
	<p class="mt-2 flex flex-wrap gap-1">
		<CopyCitation indexCode={first.indexCode} record={first.id} /><ToggleListed
			indexCode={first.indexCode}
			record={first.id}
		/>
	</p>
	<section aria-label="Why it is one work" class="mt-3 border-y py-1.5 text-[13px]">
		{#each item.joins as { codes, by } (codes.join())}
			<p>{codes.map((code) => store.indexName(code)).join(' and ')}: {JOINED_BY[by]}</p>
		{:else}<p>Only {store.indexName(first.indexCode)} has it, as far as can be told.</p>{/each}
		<p class="mt-1 flex flex-wrap gap-1">
			{#if item.records.length > 1}
				{#each item.records as { indexCode, id }, i (indexCode)}<button
						data-changes
						class="quiet-action border !py-0 text-xs"
						onclick={() => onSplit(i)}>{id} is another work</button
					>{/each}
			{/if}
			{#if waiting !== undefined && !waits}
				<button data-changes class="action !py-0 text-xs" onclick={onJoin}
					>The same work as “{waiting}”</button
				>
			{:else}
				<button data-changes class="quiet-action border !py-0 text-xs" aria-pressed={waits} onclick={onWait}
					>{waits ? 'Waits: open the record it is the same as' : 'The same as another…'}</button
				>
			{/if}
		</p>
	</section>
	<SameWork {works} {concept} title="In" />
	<h3 class="mt-4 mb-1 font-semibold">Abstract</h3>
	{#if abstract}<p class="max-w-prose leading-[22px]">{abstract}</p>
	{:else}<p class="text-quiet">No record of it has one.</p>{/if}
</article>
