<script lang="ts">
	import { number } from '$lib/components/parts/numbers';
	import type { BranchChange } from '$core/keeping';

	/** How much of each branch changed: a bar as long as its share, with both figures. */
	let { branches }: { branches: readonly BranchChange[] } = $props();
</script>

<div class="overflow-x-auto">
	<table class="w-full">
		<thead class="text-left text-quiet">
			<tr
				><th class="py-1 pr-3 font-normal">Branch</th><th class="pr-3 text-right font-normal">changed</th><th
					class="font-normal">of its headings</th
				></tr
			>
		</thead>
		<tbody>
			{#each branches as { id, label, headings, changed, gone } (id)}
				<tr>
					<th class="heading-voice py-0.5 pr-3 text-left font-normal"
						>{label}{#if gone}<span class="ml-1 font-sans text-xs text-quiet">no top heading now</span
							>{/if}</th
					>
					<td class="pr-3 text-right">{number(changed)}</td>
					<td class="w-1/2">
						<span class="flex items-center gap-2">
							<span class="h-2 flex-1 overflow-hidden rounded-sm bg-shade"
								><span class="block h-full min-w-0.5 bg-lichen" style:width="{(100 * changed) / headings}%"
								></span></span
							>
							<span class="w-12 text-right text-xs text-quiet">{number(headings)}</span>
						</span>
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
