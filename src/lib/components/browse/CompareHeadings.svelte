<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Concept, PickedHeading } from '$core/crosswalk';
	import { ask, inWords } from '$lib/client/ask';
	import type { HeadingRecords, HeadingSheet } from '$lib/server/browse';
	import type { OverlapOfSets } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import SharedMatrix from '../overlap/SharedMatrix.svelte';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';
	import Panel from '../parts/Panel.svelte';
	import YearBars from './YearBars.svelte';

	/** Two to five headings of any indexes beside each other, and picked from there. */
	interface Props {
		headings: readonly { indexCode: string; heading: PickedHeading }[];
		/** Picks all as one, where they are of one index. */
		onPickAsOne: (() => void) | undefined;
		/** Where picks go. */
		concept: Concept | undefined;
		onClose: () => void;
	}
	let { headings, onPickAsOne, concept, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	let open = $state(true);

	interface Column {
		index: IndexSummary;
		sheet: HeadingSheet;
		records: HeadingRecords | undefined;
	}
	let columns = $state.raw<Column[]>([]);
	let overlap = $state.raw<OverlapOfSets>();
	let problem = $state('');
	$effect(() => {
		let stale = false;
		const wanted = headings;
		void Promise.all(wanted.map(({ indexCode, heading }) => columnOf(indexCode, heading.uri))).then((own) => {
			if (!stale) columns = own.flatMap((column) => column ?? []);
		});
		const body = {
			headings: wanted.map(({ indexCode, heading }) => ({ index: indexCode, heading: heading.uri }))
		};
		void ask<OverlapOfSets>(`/inquiry/${store.id}/overlap`, { body }).then(({ value, fault }) => {
			if (stale) return;
			overlap = value;
			problem = fault ? inWords(fault, 'What they share cannot be told.') : '';
		});
		return () => (stale = true);
	});

	async function columnOf(code: string, uri: string): Promise<Column | undefined> {
		const index = store.indexes.find((one) => one.code === code);
		const query = new URLSearchParams({ heading: uri });
		const [sheet, records] = await Promise.all([
			ask<HeadingSheet>(`/indexes/${code}/sheet?${query}`),
			ask<HeadingRecords>(`/indexes/${code}/records-of?${query}`)
		]);
		if (sheet.fault) problem = inWords(sheet.fault, 'One of the headings could not be read.');
		return index && sheet.value ? { index, sheet: sheet.value, records: records.value } : undefined;
	}
	const noteOf = ({ sheet }: Column) => sheet.notes.find(({ kind }) => kind === 'scope')?.text ?? '';
	const isPicked = ({ index, sheet }: Column) =>
		(pickFor(store, concept, index.code, [sheet])?.role ?? 'rejected') !== 'rejected';
	const opens = ({ index, sheet }: Column, more: { withNarrower?: boolean; chief?: boolean } = {}) =>
		recordsAt(placeOf(store), index.code, { heading: { id: sheet.id, ...more } });
	/** All over the same years, so that they can be held against each other. */
	const span = $derived.by(() => {
		const dated = columns.flatMap(({ records }) => (records && records.alone.length > 0 ? [records] : []));
		if (dated.length === 0) return undefined;
		const from = Math.min(...dated.map((one) => one.from));
		return { from, to: Math.max(...dated.map((one) => one.from + one.alone.length - 1)) };
	});
</script>

{#snippet row(title: string, cell: Snippet<[Column]>)}
	<tr class="border-t align-top">
		<th class="py-1.5 pr-3 text-left text-xs font-normal text-quiet" scope="row">{title}</th>
		{#each columns as column (column.index.code + column.sheet.id)}
			<td class="py-1.5 pr-3">{@render cell(column)}</td>
		{/each}
	</tr>
{/snippet}

<Panel bind:open title="Headings beside each other" wide {onClose}>
	{#if problem}<p class="mb-2 text-warn" role="alert">{problem}</p>{/if}
	{#if columns.length === 0 && !problem}<p class="text-quiet">Reading the headings …</p>{/if}
	{#if columns.length > 0}
		<table class="w-full table-fixed" data-compared>
			<colgroup>
				<col class="w-24" />
				{#each columns as column (column.index.code + column.sheet.id)}<col />{/each}
			</colgroup>
			<thead>
				<tr class="align-bottom">
					<td></td>
					{#each columns as { index, sheet } (index.code + sheet.id)}
						<th class="pr-3 pb-1 text-left font-normal" scope="col">
							<span class="flex items-center gap-1 text-xs text-quiet"
								><IndexMark {index} size={14} />{index.name}</span
							>
							<a
								class="hover:underline"
								href={lineageAt(placeOf(store), index.code, sheet.id)}
								onclick={() => (open = false)}><HeadingText label={sheet.label} retired={sheet.retired} /></a
							>
						</th>
					{/each}
				</tr>
			</thead>
			<tbody>
				<tr class="align-top">
					<td></td>
					{#each columns as column (column.index.code + column.sheet.id)}
						<td class="pr-3 pb-2"
							><button
								data-changes
								class={isPicked(column) ? 'quiet-action border border-lichen' : 'action'}
								disabled={!concept}
								aria-label="{isPicked(column) ? 'Take back' : 'Pick'} {column.sheet
									.label} for {concept?.name}"
								onclick={() => togglePick(store, concept, column.index, [column.sheet])}
								>{isPicked(column) ? 'Picked' : 'Pick'}</button
							></td
						>
					{/each}
				</tr>
				{#snippet note(column: Column)}<span class="text-xs">{noteOf(column) || 'none'}</span>{/snippet}
				{@render row('Scope note', note)}
				{#snippet records(column: Column)}
					<Count
						n={column.sheet.recordCount}
						at={opens(column)}
						after={column.sheet.recordCount === 1 ? ' record' : ' records'}
						says=""
					/>{#if column.sheet.belowCount > 0}<span class="block text-xs text-quiet"
							><Count
								n={column.sheet.recordCountWithNarrower}
								at={opens(column, { withNarrower: true })}
								says=""
							/> with its {number(column.sheet.belowCount)} narrower</span
						>{/if}{#if column.sheet.chiefCount !== undefined}<span class="block text-xs text-quiet"
							><Count n={column.sheet.chiefCount} at={opens(column, { chief: true })} says="" /> chiefly about it</span
						>{/if}
				{/snippet}
				{@render row('Records', records)}
				{#snippet years({ records: own, sheet }: Column)}
					{#if own && span}<YearBars {span} from={own.from} counts={own.alone} />{:else}<span
							class="text-quiet">none dated</span
						>{/if}
					{#if sheet.introduced}<span class="block text-xs text-quiet">introduced {sheet.introduced}</span
						>{/if}
				{/snippet}
				{@render row('Years', years)}
				{#snippet narrower({ sheet }: Column)}<span class="text-xs"
						>{#each sheet.narrower.slice(0, 6) as one, i (one.id)}{i > 0 ? ' · ' : ''}<HeadingText
								label={one.label}
							/>{:else}none{/each}{#if sheet.narrower.length > 6}{' '}<span class="text-quiet"
								>and {sheet.narrower.length - 6} more</span
							>{/if}</span
					>{/snippet}
				{@render row('Narrower', narrower)}
				{#snippet terms({ sheet }: Column)}<span class="text-xs"
						>{sheet.entryTerms
							.slice(0, 8)
							.map(({ text }) => text)
							.join(' · ') || 'none'}{#if sheet.entryTerms.length > 8}{' '}<span class="text-quiet"
								>and {sheet.entryTerms.length - 8} more</span
							>{/if}</span
					>{/snippet}
				{@render row('Entry terms', terms)}
			</tbody>
		</table>
		{#if overlap}
			<div class="mt-4 border-t pt-3">
				<SharedMatrix {overlap} says={{ one: 'work', many: 'works' }} />
				<p class="mt-1 text-xs text-quiet">
					{number(overlap.total)} works in all; each counted once, in however many indexes it is.
				</p>
			</div>
		{/if}
		{#if onPickAsOne}
			<p class="mt-3">
				<button data-changes class="quiet-action border" disabled={!concept} onclick={onPickAsOne}
					>Pick all as one: only records that carry all of them</button
				>
			</p>
		{/if}
	{/if}
</Panel>
