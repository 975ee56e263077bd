<script lang="ts">
	import Remove from '@lucide/svelte/icons/x';
	import { cellId, pickName, switchesOf, takePredecessors, type Pick } from '$core/crosswalk';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import { nameOfPart } from '$core/search';
	import { lineageAt, recordsAt } from '../inquiry/addresses';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { flagWords } from './flags';
	import HoldTogether from './HoldTogether.svelte';
	import PickSwitches from './PickSwitches.svelte';

	interface Props {
		conceptId: string;
		indexCode: string;
		/** Notes and roles too, where there is room. */
		full?: boolean;
	}
	let { conceptId, indexCode, full = false }: Props = $props();
	const store = $derived(useInquiry()());
	const picks = $derived(store.cells.at(conceptId, indexCode).picks);
	const index = $derived(store.indexes.find(({ code }) => code === indexCode));

	function setNote(pick: Pick, note: string) {
		if (note !== pick.note) store.send({ kind: 'pick.set', id: pick.id, note }, { quiet: true });
	}

	function part(pick: Pick) {
		store.send({
			kind: 'many',
			title: `Separated ${pickName(pick)}`,
			commands: [
				{ kind: 'pick.remove', id: pick.id },
				...pick.headings.map((heading, i) => ({
					kind: 'pick.add' as const,
					id: freshId(),
					conceptId,
					indexCode,
					headings: [heading],
					edition: pick.edition,
					...switchesOf(pick),
					note: i === 0 ? pick.note : ''
				}))
			]
		});
	}
</script>

<ul class="divide-y">
	{#each picks as pick (pick.id)}
		{@const facts = store.facts.facts[pick.id]}
		{@const found = store.coverage[cellId(conceptId, indexCode)]?.picks[pick.id]}
		<li class="py-2">
			<div class="flex items-baseline gap-2">
				<span class="min-w-0 text-[15px]">
					{#each pick.headings as heading, i (heading.uri)}
						{@const key = facts?.headings.find(({ uri }) => uri === heading.uri)?.key}
						{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}
						{#if key}<a
								class="hover:underline"
								href={lineageAt({ id: store.id, concept: conceptId }, indexCode, key)}
								><HeadingText label={heading.label} retired={pick.role === 'rejected'} /></a
							>{:else}<HeadingText label={heading.label} retired={pick.role === 'rejected'} />{/if}
					{/each}
				</span>
				<span class="ml-auto"></span>
				{#if found}<span class="shrink-0 text-xs text-quiet"
						><Count
							n={found}
							at={recordsAt({ id: store.id, concept: conceptId }, indexCode, {
								part: nameOfPart({ of: 'line', which: 'all', id: pick.id })
							})}
							after=" records"
							says="found by {pickName(pick)}"
						/></span
					>{/if}
				<button
					data-changes
					class="quiet-action shrink-0 !px-1"
					aria-label="Remove {pickName(pick)}"
					onclick={() => store.send({ kind: 'pick.remove', id: pick.id })}
					><Remove size={14} aria-hidden="true" /></button
				>
			</div>
			{#each facts?.flags ?? [] as flag (flag.kind)}
				<p class="text-xs {flag.kind === 'shared' ? 'text-quiet' : 'text-warn'}">
					{flagWords(flag, store.inquiry).says}
					{#if flag.kind === 'late' && index}<button
							data-changes
							class="quiet-action !px-1 !py-0"
							onclick={() => store.send(takePredecessors(pick, flag.before, index.edition ?? ''))}
							>Pick {flag.before.length === 1 ? 'it' : 'them'} too</button
						>{/if}
				</p>
			{/each}
			{#if found === 0}<p class="text-xs text-warn">Brings nothing: no record here carries it so.</p>{/if}
			{#if index}<PickSwitches {pick} {index} {full} />{/if}
			{#if full}
				<div class="mt-1.5 flex items-start gap-2">
					<label class="block min-w-0 flex-1">
						<span class="sr-only">Note on {pickName(pick)}</span>
						<textarea
							class="field w-full resize-y text-xs"
							rows={pick.note.length > 60 ? 2 : 1}
							placeholder="Why"
							value={pick.note}
							onchange={(event) => setNote(pick, event.currentTarget.value)}></textarea>
					</label>
					{#if pick.headings.length > 1}
						<button data-changes class="quiet-action text-xs" onclick={() => part(pick)}>Separate</button>
					{:else if picks.length > 1}
						<HoldTogether {pick} others={picks.filter(({ id }) => id !== pick.id)} />
					{/if}
				</div>
			{:else if pick.note}
				<p class="mt-0.5 text-xs text-quiet">{pick.note}</p>
			{/if}
		</li>
	{/each}
</ul>
