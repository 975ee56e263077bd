<script lang="ts">
	import { takePredecessors, type Flag } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { flagWords } from '../crosswalk/flags';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** What the vocabulary says against a heading of the strategy: in a word on its line, in a sentence where it is open. */
	interface Props {
		/** The pick that the line is. */
		pick: string;
		index: IndexSummary;
		whole?: boolean;
	}
	let { pick, index, whole = false }: Props = $props();
	const store = $derived(useInquiry()());
	const AGED: readonly Flag['kind'][] = ['gone', 'retired', 'renamed', 'late'];
	const flags = $derived((store.facts.facts[pick]?.flags ?? []).filter(({ kind }) => AGED.includes(kind)));
</script>

{#each flags as flag (flag.kind)}
	{@const { short, says } = flagWords(flag, store.inquiry)}
	{#if !whole}<span class="text-xs text-warn"> {short}</span>
	{:else}
		<p class="w-full text-warn">
			{says}
			{#if flag.kind === 'late'}<button
					data-changes
					class="quiet-action border !py-0.5"
					onclick={() =>
						store.send(takePredecessors(store.inquiry.picks[pick], flag.before, index.edition ?? ''))}
					>Pick {flag.before.length === 1 ? 'it' : 'them'} too</button
				>{/if}
		</p>
	{/if}
{/each}
