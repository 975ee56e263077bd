<script lang="ts">
	import Remove from '@lucide/svelte/icons/x';
	import { cellId, pickName, type Pick } from '$core/crosswalk';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import { lineageAt } from '../inquiry/addresses';
	import HeadingText from '../marks/HeadingText.svelte';
	import { number } from '../strategy/words';
	import { flagWords } from './flags';
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

	/** Two picks become one whose headings must be on the same record. */
	function hold(pick: Pick, otherId: string) {
		const other = picks.find(({ id }) => id === otherId);
		if (!other) return;
		const headings = [...pick.headings, ...other.headings];
		store.send({
			kind: 'many',
			title: `Held ${pickName({ headings })} in one pick`,
			commands: [
				{ kind: 'pick.remove', id: pick.id },
				{ kind: 'pick.remove', id: other.id },
				{
					kind: 'pick.add',
					id: freshId(),
					conceptId,
					indexCode,
					headings,
					edition: pick.edition,
					fit: pick.fit,
					note: [pick.note, other.note].filter(Boolean).join(' ')
				}
			]
		});
	}

	function part(pick: Pick) {
		store.send({
			kind: 'many',
			title: `Parted ${pickName(pick)}`,
			commands: [
				{ kind: 'pick.remove', id: pick.id },
				...pick.headings.map((heading, i) => ({
					kind: 'pick.add' as const,
					id: freshId(),
					conceptId,
					indexCode,
					headings: [heading],
					edition: pick.edition,
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
				{#if found}<span class="shrink-0 text-xs text-quiet">{number(found)} records</span>{/if}
				<button
					class="quiet-action shrink-0 !px-1"
					aria-label="Remove {pickName(pick)}"
					title="Remove"
					onclick={() => store.send({ kind: 'pick.remove', id: pick.id })}
					><Remove size={14} aria-hidden="true" /></button
				>
			</div>
			{#each facts?.flags ?? [] as flag (flag.kind)}
				<p class="text-xs {flag.kind === 'shared' ? 'text-quiet' : 'text-warn'}">
					{flagWords(flag, store.inquiry).says}
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
						<button class="quiet-action text-xs" onclick={() => part(pick)}>Part</button>
					{:else if picks.length > 1}
						<label class="text-xs">
							<span class="sr-only">Hold {pickName(pick)} together with</span>
							<select
								class="mt-0.5 min-h-6 w-28 rounded border bg-leaf px-1 py-0.5 text-quiet"
								value=""
								onchange={(event) => hold(pick, event.currentTarget.value)}
							>
								<option value="">together with</option>
								{#each picks.filter(({ id }) => id !== pick.id) as other (other.id)}<option value={other.id}
										>{pickName(other)}</option
									>{/each}
							</select>
						</label>
					{/if}
				</div>
			{:else if pick.note}
				<p class="mt-0.5 text-xs text-quiet">{pick.note}</p>
			{/if}
		</li>
	{/each}
</ul>
