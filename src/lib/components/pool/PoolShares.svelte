<script lang="ts">
	import type { PooledList } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';

	/** What each index contributes: the works it has, and those that no other has. */
	interface Props {
		pool: PooledList;
		/** Where the works of a region are. */
		at: (members: number[]) => string;
	}
	let { pool, at }: Props = $props();
	const store = $derived(useInquiry()());
	const most = $derived(Math.max(1, ...pool.parts.map(({ count }) => count)));
	const percent = (count: number) => `${(100 * count) / most}%`;
</script>

<table class="w-full text-left text-[13px] tabular-nums">
	<thead class="text-xs text-quiet">
		<tr>
			<th class="font-normal" scope="col">works of</th>
			<th class="w-16 text-right font-normal" scope="col">has</th>
			<th class="w-20 text-right font-normal" scope="col">it alone</th>
			<th class="w-[30%] pl-3 font-normal" scope="col"><span class="sr-only">bar</span></th>
		</tr>
	</thead>
	<tbody>
		{#each pool.parts as { code, run, count, alone }, part (`${code} ${run}`)}
			{@const index = store.indexes.find((one) => one.code === code)}
			<tr class="h-7">
				<th class="font-normal" scope="row"
					><span class="flex items-center gap-1.5"
						>{#if index}<IndexMark {index} size={16} />{/if}{store.indexName(code)}{#if run}<span
								class="text-quiet">run {run}</span
							>{/if}</span
					></th
				>
				<td class="text-right">{number(count)}</td>
				<td class="text-right font-semibold"
					><Count n={alone} at={at([part])} says="works that {store.indexName(code)} alone has" /></td
				>
				<td class="pl-3" aria-hidden="true"
					><span class="relative block h-2 rounded-sm bg-shade"
						><span
							class="absolute inset-y-0 left-0 rounded-sm bg-[var(--lichen-wash)]"
							style="width: {percent(count)}"
						></span><span
							class="absolute inset-y-0 left-0 rounded-sm bg-lichen"
							style="width: {percent(alone)}"
						></span></span
					></td
				>
			</tr>
		{/each}
	</tbody>
</table>
