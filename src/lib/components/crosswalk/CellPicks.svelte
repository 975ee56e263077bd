<script lang="ts">
	import Trash from '@lucide/svelte/icons/x';
	import { ToggleGroup } from 'bits-ui';
	import {
		FIT_WORDS,
		FITS,
		pickName,
		picksOf,
		ROLE_WORDS,
		ROLES,
		type Fit,
		type Pick,
		type Role
	} from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';

	interface Props {
		conceptId: string;
		indexCode: string;
		/** Notes and roles too, where there is room. */
		full?: boolean;
	}
	let { conceptId, indexCode, full = false }: Props = $props();
	const store = $derived(useInquiry()());
	const picks = $derived(picksOf(store.inquiry, conceptId, indexCode));

	function setFit(pick: Pick, fit: string) {
		if (fit && fit !== pick.fit) store.send({ kind: 'pick.set', id: pick.id, fit: fit as Fit });
	}
	function setNote(pick: Pick, note: string) {
		if (note !== pick.note) store.send({ kind: 'pick.set', id: pick.id, note }, { quiet: true });
	}
</script>

<ul class="divide-y">
	{#each picks as pick (pick.id)}
		<li class="py-2">
			<div class="flex items-baseline gap-2">
				<span class="min-w-0 text-[15px]">
					{#each pick.headings as heading, i (heading.uri)}
						{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}<HeadingText
							label={heading.label}
							retired={pick.role === 'rejected'}
						/>
					{/each}
				</span>
				<button
					class="quiet-action ml-auto shrink-0 !px-1"
					aria-label="Remove {pickName(pick)}"
					title="Remove"
					onclick={() => store.send({ kind: 'pick.remove', id: pick.id })}
					><Trash size={14} aria-hidden="true" /></button
				>
			</div>
			<div class="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-xs">
				<ToggleGroup.Root
					type="single"
					value={pick.fit}
					onValueChange={(fit) => setFit(pick, fit)}
					class="flex flex-wrap gap-0.5"
					aria-label="Fit of {pickName(pick)}"
				>
					{#each FITS as fit (fit)}
						<ToggleGroup.Item
							value={fit}
							class="rounded px-1.5 text-quiet hover:bg-shade data-[state=on]:bg-wash data-[state=on]:font-semibold data-[state=on]:text-lichen-deep"
							>{FIT_WORDS[fit]}</ToggleGroup.Item
						>
					{/each}
				</ToggleGroup.Root>
				<label class="flex items-center gap-1.5">
					<input
						type="checkbox"
						class="accent-lichen"
						checked={pick.withNarrower}
						onchange={(event) =>
							store.send({ kind: 'pick.set', id: pick.id, withNarrower: event.currentTarget.checked })}
					/>
					with narrower
				</label>
				{#if full}
					<label class="flex items-center gap-1.5">
						<span class="text-quiet">role</span>
						<select
							class="rounded border bg-leaf px-1"
							value={pick.role}
							onchange={(event) =>
								store.send({ kind: 'pick.set', id: pick.id, role: event.currentTarget.value as Role })}
						>
							{#each ROLES as role (role)}<option value={role}>{ROLE_WORDS[role]}</option>{/each}
						</select>
					</label>
				{:else if pick.role !== 'searched'}
					<span class="text-quiet">{ROLE_WORDS[pick.role]}</span>
				{/if}
			</div>
			{#if full}
				<label class="mt-1.5 block">
					<span class="sr-only">Note on {pickName(pick)}</span>
					<textarea
						class="field w-full resize-y text-xs"
						rows={pick.note.length > 60 ? 2 : 1}
						placeholder="Why"
						value={pick.note}
						onchange={(event) => setNote(pick, event.currentTarget.value)}></textarea>
				</label>
			{:else if pick.note}
				<p class="mt-0.5 text-xs text-quiet">{pick.note}</p>
			{/if}
		</li>
	{/each}
</ul>
