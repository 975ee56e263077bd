<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { Nearness, NeighbourList, Neighbours } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { walkNear } from '../parts/list-keys';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';
	import SameWork from './SameWork.svelte';

	/** What is near a record. Each list opens as a result of its own; one reads on from line to line by keys. */
	interface Props {
		record: string;
		index: IndexSummary;
		concept: Concept | undefined;
		onRead: (id: string) => void;
	}
	let { record, index, concept, onRead }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const asked = new Asked<Neighbours>(
		() => `/indexes/${index.code}/neighbours?${new URLSearchParams({ record })}`
	);
	const near = $derived(asked.current);
	const TITLES: Record<Nearness, string> = {
		cites: 'It refers to',
		citedBy: 'Referred to by',
		sharedReferences: 'References in common',
		sameAuthors: 'By the same authors',
		sharedHeadings: 'Headings in common'
	};
	const opens = (how: Nearness) => recordsAt(place, index.code, { near: { record, how } });
	const says = ({ how, lines }: NeighbourList, shared: number | undefined) =>
		shared === undefined || (how === 'sameAuthors' && lines.every((line) => line.shared === 1))
			? ''
			: number(shared);

	const onkeydown = (event: KeyboardEvent) =>
		walkNear(event, { before: '[data-tagged]', back: '[data-record][aria-selected=true]' });
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (only keys of the lines in it are handled) -->
<div {onkeydown}>
	{#if asked.fault}<p class="mt-4 text-warn">
			What is near this record could not be read: {asked.fault.message}
		</p>
	{:else if near}
		<SameWork works={near.sameWork} {concept} />
		{#each near.lists as list (list.how)}
			{#if list.count > 0 || (list.how === 'cites' && near.citesElsewhere > 0)}
				<h3 class="mt-4 mb-1 flex items-baseline gap-2 font-semibold">
					{TITLES[list.how]}
					<span class="font-normal"
						><Count
							n={list.count}
							at={opens(list.how)}
							says={TITLES[list.how]}
							before={list.bounded ? 'the nearest ' : ''}
						/></span
					>
					{#if list.how === 'cites' && near.citesElsewhere > 0}<span class="text-xs font-normal text-quiet"
							>and {number(near.citesElsewhere)} that {index.name} does not have</span
						>{/if}
				</h3>
				<ul>
					{#each list.lines as { id, title, year, shared } (id)}
						<li class="flex gap-2 py-0.5">
							<span class="w-10 shrink-0 text-quiet">{year ?? '·'}</span>
							<button class="min-w-0 flex-1 text-left hover:underline" data-near onclick={() => onRead(id)}
								>{title || 'Without a title'}</button
							>
							<span class="shrink-0 text-xs text-quiet">{says(list, shared)}</span>
						</li>
					{/each}
				</ul>
			{/if}
		{/each}
	{/if}
</div>
