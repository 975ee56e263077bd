<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Hint from '../parts/Hint.svelte';
	import { useReadingOnly } from '../parts/reading-only';
	import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
	import { brief, limitsShown, turnEverywhere } from './limits-shown';
	import { inOrder } from '$core/crosswalk';

	/** The limits that a count keeps to, in words beside it; each is lifted, or holds again, where it stands. */
	interface Props {
		store: InquiryStore;
		/** The index whose count it is; all of the inquiry where none is named. */
		index?: IndexSummary;
	}
	let { store, index }: Props = $props();
	const readsOnly = useReadingOnly();
	const own = $derived(index ? limitsShown(store.inquiry, index) : []);
	const all = $derived(
		index
			? []
			: inOrder(store.inquiry.limits).map((limit) => {
					const words = brief(limit.setting, store.columns);
					const standing = store.columns.map((column) => ({
						name: column.name,
						state:
							limitsShown(store.inquiry, column).find((one) => one.field === limit.id && one.isForAll)
								?.state ?? 'own'
					}));
					const without = standing.filter(({ state }) => state !== 'holds');
					return {
						field: limit.id,
						words,
						isLifted: without.length === standing.length,
						except: without.length < standing.length ? without.map(({ name }) => name) : [],
						turn: turnEverywhere(store.inquiry, limit, words)
					};
				})
	);
	/** Limits that only one index has, in the pooled list. */
	const apart = $derived(
		index
			? []
			: store.columns.flatMap((column) =>
					limitsShown(store.inquiry, column)
						.filter(({ isForAll, state }) => !isForAll && state === 'holds')
						.map(({ words }) => `${words} in ${column.name}`)
				)
	);
</script>

{#snippet chip(words: string, isLifted: boolean, hint: string, run: () => void, note = '')}
	{#if readsOnly()}<span class="px-1.5" class:line-through={isLifted}>{words}{note}</span>{:else}
		<Hint says={hint}>
			{#snippet children(hinted)}
				<button
					{...hinted}
					data-changes
					class="min-h-6 rounded border border-dashed px-1.5 hover:bg-shade {isLifted
						? 'text-quiet line-through'
						: 'border-lichen-deep'}"
					aria-pressed={!isLifted}
					onclick={run}>{words}{note}</button
				>
			{/snippet}
		</Hint>{/if}
{/snippet}

{#if own.length + all.length + apart.length > 0}
	<span
		class="ml-1 inline-flex flex-wrap items-center gap-1 text-xs"
		role="group"
		aria-label="Limits in force"
		data-limits
	>
		{#each own as { field, words, state, isForAll, turn } (`${field} ${isForAll}`)}
			{#if turn}
				{@render chip(
					words,
					state === 'lifted',
					state === 'lifted'
						? 'Lifted here. Press to let it hold again.'
						: isForAll
							? 'A limit for all indexes. Press to lift it here.'
							: 'A limit of this index. Press to lift it.',
					() => store.send(turn)
				)}
			{:else}<span class="text-quiet">{words}: not known here</span>{/if}
		{/each}
		{#each all as { field, words, isLifted, except, turn } (field)}
			{#if turn}
				{@render chip(
					words,
					isLifted,
					isLifted
						? 'Lifted in every index. Press to let it hold again.'
						: 'Press to lift it in every index.',
					() => store.send(turn),
					except.length > 0 ? `, not in ${except.join(', ')}` : ''
				)}
			{:else}<span class="text-quiet">{words}: each index has its own</span>{/if}
		{/each}
		{#each apart as words (words)}<span class="text-quiet">{words}</span>{/each}
	</span>
{/if}
