<script lang="ts">
	import type { OverlapOfSets } from '$lib/server/reading';
	import HeadingText from '../marks/HeadingText.svelte';
	import { number } from '../parts/numbers';

	/** What every two of several sets share, each against the smaller of the two. */
	let { overlap, says }: { overlap: OverlapOfSets; says: { one: string; many: string } } = $props();
	const { sets, pairs } = $derived(overlap);
	const share = (i: number, j: number) => {
		const least = Math.min(sets[i].count, sets[j].count);
		return least === 0 ? 0 : pairs[i][j] / least;
	};
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, so the keyboard must reach it) -->
<div class="max-h-72 overflow-auto" tabindex="0" role="region" aria-label="What every two share">
	<table class="text-xs tabular-nums">
		<thead>
			<tr>
				<th class="pr-3 pb-1 text-left font-normal text-quiet" scope="col">{says.many} shared</th>
				{#each sets as _, j (j)}<th class="px-1 pb-1 font-normal text-quiet" scope="col">{j + 1}</th>{/each}
			</tr>
		</thead>
		<tbody>
			{#each sets as set, i (i)}
				<tr>
					<th class="max-w-64 truncate py-0.5 pr-3 text-left font-normal" scope="row"
						><span class="mr-1.5 text-quiet">{i + 1}</span>{#if set.isExcluded}<span class="text-quiet"
								>not
							</span>{/if}{#if set.isHeading}<HeadingText label={set.name} />{:else}{set.name}{/if}</th
					>
					{#each sets as _, j (j)}
						<td
							class="min-w-12 border px-1 py-0.5 text-right"
							class:font-semibold={i === j}
							style={i === j
								? ''
								: `background: color-mix(in oklch, var(--lichen-wash) ${Math.round(100 * share(i, j))}%, transparent)`}
							>{number(i === j ? set.count : pairs[i][j])}</td
						>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>
