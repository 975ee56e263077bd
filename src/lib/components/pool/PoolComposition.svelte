<script lang="ts">
	import { inWords } from '$lib/client/ask';
	import { Asked } from '$lib/client/asked.svelte';
	import type { PoolComposition, PooledList } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { counted, number } from '../parts/numbers';
	import Select from '../parts/Select.svelte';
	import { readable } from '../parts/value-words';

	/** Composition of the works, one dimension at a time, and which index has how many of each value. */
	interface Props {
		pool: PooledList;
		search: string;
		/** Where the works with a value are. */
		at: (by: string, value: string) => string;
		onOpen: () => void;
	}
	let { pool, search, at, onOpen }: Props = $props();
	const store = $derived(useInquiry()());
	const DIMENSIONS = [
		['source', 'source'],
		['author', 'author'],
		['year', 'year'],
		['affiliation', 'affiliation'],
		['funder', 'funder'],
		['language', 'language'],
		['type', 'kind'],
		['availability', 'availability']
	] as const;
	let by = $state<(typeof DIMENSIONS)[number][0]>('source');
	let find = $state('');
	const asked = new Asked<PoolComposition>(() => {
		const query = new URLSearchParams(search);
		query.set('by', by);
		if (find.trim()) query.set('find', find.trim());
		return `/inquiry/${store.id}/pooled/composition?${query}&at=${store.followed}`;
	});
	const values = $derived.by(() => {
		const all = asked.value?.values ?? [];
		return by === 'year' ? [...all].sort((a, b) => Number(b.value) - Number(a.value)) : all;
	});
	const most = $derived(Math.max(1, ...values.map(({ count }) => count)));
</script>

<div class="mb-2 flex items-center gap-2">
	<Select
		label="Broken down by"
		value={by}
		options={DIMENSIONS.map(([value, says]) => ({ value, says: `by ${says}` }))}
		onChange={(chosen) => (by = chosen)}
	/>
	<input
		class="field w-48 !py-0.5"
		placeholder="Find in the list"
		aria-label="Find in the list"
		bind:value={find}
	/>
	<span class="ml-auto text-quiet" aria-live="polite"
		>{#if asked.value}{counted(asked.value.distinct, 'value')} · {number(asked.value.notLabelled)} works not labelled{/if}</span
	>
</div>
{#if asked.fault}<p class="text-warn">{inWords(asked.fault, 'Nothing was changed.')}</p>
{:else if asked.value}
	<table class="w-full text-left text-[13px] tabular-nums">
		<thead class="text-xs text-quiet">
			<tr>
				<th class="font-normal" scope="col">value</th>
				<th class="w-16 text-right font-normal" scope="col">works</th>
				<th class="w-[22%] pl-3 font-normal" scope="col"><span class="sr-only">bar</span></th>
				{#each pool.parts as { code } (code)}
					{@const index = store.indexes.find((one) => one.code === code)}
					<th class="w-12 text-right font-normal" scope="col"
						>{#if index}<span class="inline-flex"><IndexMark {index} size={16} label={index.name} /></span
							>{/if}</th
					>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each values as { key, value, count, of } (key)}
				<tr class="h-6 border-t">
					<th class="min-w-0 font-normal break-words" scope="row">{readable(value, by)}</th>
					<td class="text-right font-semibold"
						><a
							class="count"
							href={at(by, key)}
							onclick={onOpen}
							aria-label="{counted(count, 'work')} with {value}">{number(count)}</a
						></td
					>
					<td class="pl-3" aria-hidden="true"
						><span class="block h-2 rounded-sm bg-lichen" style="width: {(100 * count) / most}%"></span></td
					>
					{#each of as own, part (part)}<td class="text-right" class:text-quiet={own === 0}
							>{own === 0 ? '·' : number(own)}</td
						>{/each}
				</tr>
			{:else}<tr><td colspan="9" class="py-2 text-quiet">No work has such a value.</td></tr>{/each}
		</tbody>
	</table>
{:else}<p class="text-quiet" role="status">Counting…</p>{/if}
