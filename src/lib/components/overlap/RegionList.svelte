<script lang="ts">
	import type { OverlapOfSets } from '$lib/server/reading';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { counted, number } from '../parts/numbers';

	/** Every region that holds anything, in words, largest first. */
	interface Props {
		overlap: OverlapOfSets;
		says: { one: string; many: string };
		at: (members: number[]) => string;
		onKeep?: (members: number[]) => void;
	}
	let { overlap, says, at, onKeep }: Props = $props();
	const { sets, regions, more, total } = $derived(overlap);
	/** Names in a row; of many it says how many. */
	const MOST_NAMED = 5;
	/** A region in words around the names that tell it shortest. */
	function wordsOf(members: readonly number[]): { before: string; named: readonly number[]; after: string } {
		if (members.length === sets.length)
			return { before: sets.length === 2 ? 'both' : `all ${sets.length}`, named: [], after: '' };
		if (members.length === 1) return { before: 'only', named: members, after: '' };
		const missing = sets.map((_, i) => i).filter((i) => !members.includes(i));
		return missing.length < members.length
			? { before: 'all but', named: missing, after: '' }
			: { before: '', named: members, after: 'and no other' };
	}
</script>

<ul class="mt-3">
	{#each regions as { members, count } (members.join())}
		<li class="grid grid-cols-[72px_90px_1fr_auto] items-baseline gap-3 border-t py-1">
			<span class="text-right font-semibold"><Count n={count} at={at(members)} says={says.many} /></span>
			<span class="h-2 self-center rounded-sm bg-shade" aria-hidden="true"
				><span class="block h-2 rounded-sm bg-lichen" style="width: {(100 * count) / total}%"></span></span
			>
			<span class="min-w-0 break-words">{@render region(wordsOf(members))}</span>
			{#if onKeep}<button data-changes class="quiet-action !py-0 text-xs" onclick={() => onKeep(members)}
					>Keep as a run</button
				>{/if}
		</li>
	{/each}
</ul>
{#if more.regions > 0}<p class="border-t py-1 text-xs text-quiet">
		{counted(more.regions, 'smaller region')} with {number(more.records)}
		{more.records === 1 ? says.one : says.many} in all {more.regions === 1 ? 'is' : 'are'} not told one by one.
	</p>{/if}

{#snippet region({ before, named, after }: ReturnType<typeof wordsOf>)}
	{before}
	{#each named.slice(0, MOST_NAMED) as i, at (i)}{at > 0 ? ', ' : ''}{#if sets[i].isHeading}<HeadingText
				label={sets[i].name}
			/>{:else}{sets[i].name}{/if}{/each}
	{#if named.length > MOST_NAMED}and {named.length - MOST_NAMED} more{/if}
	{after}
{/snippet}
