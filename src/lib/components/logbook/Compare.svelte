<script lang="ts">
	import Guarded from '$lib/components/parts/Guarded.svelte';
	import type { PearlName } from '$lib/server/reading';
	import type { Comparison, RunLine } from '$lib/server/runs';
	import { invalidateAll } from '$app/navigation';
	import { messages } from '../messages/messages.svelte';
	import { recordsAt } from '../inquiry/addresses';
	import HeadingText from '../marks/HeadingText.svelte';
	import OverlapPicture from '../overlap/OverlapPicture.svelte';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { askRuns } from '../runs/ask-runs';
	import { counted, number, signed } from '../parts/numbers';

	/** Two runs of one index: what one finds that the other does not, and which part made the difference. */
	interface Props {
		comparison: Comparison;
		runs: readonly RunLine[];
		/** By number of the run. */
		pearls: Record<number, { of: number; found: PearlName[] } | undefined>;
		onClose: () => void;
		/** Sets a third run beside the two. */
		onMore: (run: number) => void;
	}
	let { comparison, runs, pearls, onClose, onMore }: Props = $props();
	const store = $derived(useInquiry()());
	let open = $state(true);
	const { a, b } = $derived(comparison);
	const all = $derived(comparison.both + comparison.gained + comparison.lost);
	let keeping = $state(false);

	/** What is in one part of the picture, or in all of it, becomes a run of its own. */
	async function combine(how: 'and' | 'or' | 'not', runs: [number, number] = [a, b]) {
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
	const keep = (members: number[]) =>
		members.length === 2 ? combine('and') : combine('not', members[0] === 0 ? [a, b] : [b, a]);
	const at = (members: number[]) => {
		const [run, beside] = members[0] === 1 ? [b, a] : [a, b];
		return recordsAt({ id: store.id }, comparison.indexCode, {
			run,
			beside,
			which: members.length === 2 ? 'both' : 'only'
		});
	};
	const overlap = $derived({
		sets: [a, b].map((run, i) => ({ name: `run ${run}`, isHeading: false, count: comparison.counts[i] })),
		regions: [
			{ members: [0, 1], count: comparison.both },
			{ members: [0], count: comparison.lost },
			{ members: [1], count: comparison.gained }
		].filter(({ count }) => count > 0),
		more: { regions: 0, records: 0 },
		pairs: [],
		total: all,
		left: 0
	});
	const others = $derived(
		runs
			.filter(
				({ number, indexCode, kind }) =>
					indexCode === comparison.indexCode && kind !== 'elsewhere' && number !== a && number !== b
			)
			.map(({ number: other, name, count }) => ({
				value: String(other),
				says: `run ${other}${name && ` “${name}”`} · ${number(count)}`
			}))
	);
</script>

<Panel bind:open title="Run {a} and run {b} in {store.indexName(comparison.indexCode)}" wide {onClose}>
	<p class="mb-2">
		Run {a} found {number(comparison.counts[0])}, run {b} found {number(comparison.counts[1])}.
	</p>
	<Guarded name="The picture of the overlap"><OverlapPicture {overlap} {at} onKeep={keep} /></Guarded>
	{#if pearls[a] && pearls[b]}
		<p class="mt-2">
			Run {a} has {pearls[a].found.length} of {counted(pearls[a].of, 'pearl')}, run {b} has {pearls[b].found
				.length}.
			{@render named('Lost', pearls[a].found, pearls[b].found)}
			{@render named('Gained', pearls[b].found, pearls[a].found)}
		</p>
	{/if}
	<p class="my-3 flex flex-wrap items-center gap-2">
		<button
			data-changes
			class="quiet-action border !py-0 text-xs"
			disabled={all === 0 || keeping}
			onclick={() => combine('or')}>Keep what either found as a run</button
		>
		{#if others.length > 0}
			<Select
				label="Compare with a third run"
				value=""
				options={[{ value: '', says: 'and a third run…' }, ...others]}
				onChange={(number) => number && onMore(Number(number))}
			/>
		{/if}
	</p>
	<h3 class="mb-1 font-semibold">Parts that made the difference</h3>
	{#if comparison.differences.length > 0}
		<p class="mb-1 text-xs text-quiet">
			Each part alone, made to run {a}: what it would do to the count on the records as they are now.
		</p>
		<ul>
			{#each comparison.differences as { name, isHeading, says, change, effect }, i (i)}
				<li class="grid grid-cols-[84px_1fr] gap-2 border-t py-1">
					<span class="text-right font-semibold">{signed(effect)}</span>
					<span class="min-w-0 break-words"
						>{#if isHeading}<HeadingText label={name} />{:else}{name}{/if}
						<span class="text-quiet">{change}{says && ` (${says})`}</span></span
					>
				</li>
			{/each}
		</ul>
	{:else}
		<p class="text-quiet">
			{#if !comparison.isTold}
				At least one of the two was kept as it was found, without a text, so its parts cannot be compared.
			{:else if !comparison.isSame}
				The two searches are written differently, and no single part can be named that makes the difference.
			{:else if comparison.recordsChanged || comparison.editionChanged}
				The two searches are the same. {comparison.editionChanged
					? 'The edition of the vocabulary changed'
					: 'The records of the index changed'} between them.
			{:else}The two searches are the same.{/if}
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
{#snippet named(says: string, some: readonly PearlName[], others: readonly PearlName[])}
	{@const own = some.filter(({ id }) => !others.some((other) => other.id === id))}
	{#if own.length > 0}{says}: {#each own as { id, title }, i (id)}{i > 0 ? '; ' : ''}<a
				class="count"
				href={recordsAt({ id: store.id }, comparison.indexCode, { whole: true, record: id })}>{title || id}</a
			>{/each}.{/if}
{/snippet}
