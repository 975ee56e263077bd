<script lang="ts">
	import type { Comparison } from '$lib/server/runs';
	import { invalidateAll } from '$app/navigation';
	import { messages } from '../messages/messages.svelte';
	import { recordsAt } from '../inquiry/addresses';
	import Count from '../parts/Count.svelte';
	import Panel from '../parts/Panel.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { askRuns } from './ask-runs';
	import { counted, number, signed } from '../parts/numbers';

	/** Two runs of one index: what one finds that the other does not, and which part made the difference. */
	let { comparison, onClose }: { comparison: Comparison; onClose: () => void } = $props();
	const store = $derived(useInquiry()());
	let open = $state(true);
	const { a, b } = $derived(comparison);
	const all = $derived(comparison.both + comparison.gained + comparison.lost);
	let keeping = $state(false);

	/** What is in one part of the picture becomes a run of its own. */
	async function keep(how: 'and' | 'or' | 'not', runs: [number, number]) {
		keeping = true;
		const made = await askRuns<{ number: number }>(`/inquiry/${store.id}/runs`, {
			body: { kind: 'combine', how, runs }
		});
		keeping = false;
		if (!made) return;
		await invalidateAll();
		open = false;
		onClose();
		messages.say(`Kept as run ${made.number}`);
	}
	const opens = (run: number, beside: number, which: 'only' | 'both') =>
		recordsAt({ id: store.id }, comparison.indexCode, { run, beside, which });
	const share = (count: number) => `${(100 * count) / Math.max(all, 1)}%`;
</script>

<Panel bind:open title="Run {a} and run {b} in {store.indexName(comparison.indexCode)}" wide {onClose}>
	<p class="mb-2">
		Run {a} found {number(comparison.counts[0])}, run {b} found {number(comparison.counts[1])}.
	</p>
	<div class="mb-1 flex h-6 overflow-hidden rounded border" aria-hidden="true">
		<span
			class="bg-[repeating-linear-gradient(45deg,var(--bark-quiet)_0_2px,transparent_2px_6px)]"
			style="width: {share(comparison.lost)}"
		></span>
		<span class="bg-wash" style="width: {share(comparison.both)}"></span>
		<span class="bg-lichen" style="width: {share(comparison.gained)}"></span>
	</div>
	<dl class="mb-4 grid grid-cols-3 gap-2">
		<div>
			<dt class="text-xs text-quiet">only run {a}: lost</dt>
			<dd class="font-semibold">
				<Count n={comparison.lost} at={opens(a, b, 'only')} says="records" />
			</dd>
			<dd>{@render keeps('not', [a, b], comparison.lost)}</dd>
		</div>
		<div class="text-center">
			<dt class="text-xs text-quiet">both</dt>
			<dd class="font-semibold">
				<Count n={comparison.both} at={opens(a, b, 'both')} says="records" />
			</dd>
			<dd>{@render keeps('and', [a, b], comparison.both)}</dd>
		</div>
		<div class="text-right">
			<dt class="text-xs text-quiet">only run {b}: gained</dt>
			<dd class="font-semibold">
				<Count n={comparison.gained} at={opens(b, a, 'only')} says="records" />
			</dd>
			<dd>{@render keeps('not', [b, a], comparison.gained)}</dd>
		</div>
	</dl>
	<p class="mb-4">
		{counted(all, 'record')} in all in one or the other. {@render keeps('or', [a, b], all)}
	</p>
	<h3 class="mb-1 font-semibold">What made the difference</h3>
	{#if comparison.differences.length > 0}
		<p class="mb-1 text-xs text-quiet">
			Each part alone, made to run {a}: what it would do to the count on the records as they are now.
		</p>
		<ul>
			{#each comparison.differences as { part, change, effect }, i (i)}
				<li class="grid grid-cols-[84px_72px_1fr] gap-2 border-t py-1">
					<span class="text-right font-semibold">{signed(effect)}</span>
					<span class="text-quiet">{change}</span>
					<code class="text-xs break-words">{part}</code>
				</li>
			{/each}
		</ul>
	{:else}
		<p class="text-quiet">
			{#if comparison.recordsChanged || comparison.editionChanged}
				The strategies are the same. {comparison.editionChanged
					? 'The edition of the vocabulary changed'
					: 'The records of the index changed'} between the two.
			{:else}Their strategies say the same, or one of them is a combination.{/if}
		</p>
	{/if}
	{#if comparison.differences.length > 0 && (comparison.recordsChanged || comparison.editionChanged)}
		<p class="mt-3 text-xs text-warn">
			Between the two runs the {comparison.editionChanged
				? 'edition of the vocabulary'
				: 'records of the index'} changed as well.
		</p>
	{/if}
</Panel>
{#snippet keeps(how: 'and' | 'or' | 'not', runs: [number, number], count: number)}
	<button
		class="quiet-action -mx-2 !py-0 text-xs"
		disabled={count === 0 || keeping}
		onclick={() => keep(how, runs)}>Keep as a run</button
	>
{/snippet}
