<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { RecordLine } from '$lib/server/records';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** What a record is labelled with, and where it comes from; each affiliation and funder opens its own records. */
	let { sheet, index }: { sheet: RecordLine; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const item = $derived(sheet.item);
	const isTied = $derived((item.custom?.affiliationsOfAuthors ?? []).length > 0);
	const opens = (by: 'affiliation' | 'funder', value: string) =>
		recordsAt(placeOf(store), index.code, { whole: true, filter: [{ by, how: 'any', values: [value] }] });
	const definitions = $derived(new Map(index.limits.map((limit) => [limit.field, limit.label])));
	const labels = $derived(
		Object.entries(sheet.limits).flatMap(([field, values]) => {
			const label = definitions.get(field);
			return label
				? [
						{
							label,
							values: values
								.map((value) => (value === 'true' ? 'yes' : value === 'false' ? 'no' : value))
								.join(', ')
						}
					]
				: [];
		})
	);
</script>

<dl class="mt-4 grid grid-cols-[160px_1fr] gap-y-0.5 border-t pt-2">
	{#if item.language}<dt class="text-quiet">Language</dt>
		<dd>{item.language}</dd>{/if}
	{#each labels as { label, values } (label)}<dt class="text-quiet">{label}</dt>
		<dd>{values}</dd>{/each}
	{#each index.limits.filter(({ field }) => !sheet.limits[field]) as { field, label } (field)}
		<dt class="text-quiet">{label}</dt>
		<dd class="text-quiet">not labelled</dd>
	{/each}
	{#if item.custom?.affiliations}<dt class="text-quiet">Affiliation</dt>
		<dd>
			{#each item.custom.affiliations as one, i (i)}{i > 0 ? '; ' : ''}{#if isTied}<sup class="text-quiet"
						>{i + 1}</sup
					>{/if}<a class="count" href={opens('affiliation', one)}>{one}</a>{/each}
		</dd>{/if}
	{#if item.custom?.funders}<dt class="text-quiet">Funder</dt>
		<dd>
			{#each item.custom.funders as one, i (i)}{i > 0 ? '; ' : ''}<a class="count" href={opens('funder', one)}
					>{one}</a
				>{/each}
		</dd>{/if}
</dl>
