<script lang="ts">
	import type { ListCompared } from '$core/crosswalk';
	import { counted } from '../parts/numbers';

	/** How far two agree on a reading list. */
	let { compared, names }: { compared: ListCompared; names: readonly [string, string] } = $props();
	const said = ['keep', 'drop'] as const;
	const SAID = { keep: 'kept', drop: 'dropped' };
	const both = $derived(compared.table.flat().reduce((sum, count) => sum + count, 0));
	const rounded = (value: number) => value.toFixed(2).replace('-', '−');
</script>

<div class="flex flex-wrap items-start gap-8">
	<table class="border-collapse">
		<caption class="pb-1 text-left text-quiet">Works that both decided: {both}</caption>
		<thead>
			<tr>
				<td></td>
				{#each said as decision (decision)}
					<th scope="col" class="px-3 py-1 text-left font-medium">{names[1]} {SAID[decision]}</th>
				{/each}
			</tr>
		</thead>
		<tbody class="divide-y border-y">
			{#each said as decision, i (decision)}
				<tr>
					<th scope="row" class="py-1 pr-3 text-left font-medium">{names[0]} {SAID[decision]}</th>
					{#each compared.table[i] as count, j (j)}
						<td class="px-3 py-1" class:text-warn={i !== j && count > 0}>{count}</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
	<dl class="grid grid-cols-[auto_auto] gap-x-4 gap-y-1">
		<dt>Decided alike</dt>
		<dd>
			{compared.share === null ? 'nothing was decided by both' : `${Math.round(100 * compared.share)} %`}
		</dd>
		<dt>Kappa</dt>
		<dd>
			{#if compared.kappa}{rounded(compared.kappa.value)}
				<span class="text-quiet">± {rounded(compared.kappa.standardError)} (standard error)</span>
			{:else}<span class="text-quiet">none: they could only have agreed</span>{/if}
		</dd>
		<dt>Left open by one or both</dt>
		<dd>{counted(compared.open, 'work')}</dd>
	</dl>
</div>
