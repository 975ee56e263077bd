<script lang="ts">
	import { counted } from '../parts/numbers';
	import { Popover, ToggleGroup } from 'bits-ui';
	import Meaning from '../first-meeting/Meaning.svelte';
	import {
		FIT_WORDS,
		FITS,
		pickName,
		ROLE_WORDS,
		ROLES,
		type Fit,
		type Pick,
		type PickSwitches
	} from '$core/crosswalk';
	import { NO_CHIEF } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Select from '../parts/Select.svelte';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import CutPanel from './CutPanel.svelte';
	import { PickPrices } from './pick-prices.svelte';

	/** Everything that can be set on a pick; what the index does not have is not offered, and says why. */
	let { pick, index, full }: { pick: Pick; index: IndexSummary; full: boolean } = $props();
	const store = $derived(useInquiry()());
	const facts = $derived(store.facts.facts[pick.id]);
	const name = $derived(pickName(pick));
	const below = $derived(facts?.headings.reduce((sum, { belowCount }) => sum + belowCount, 0) ?? 0);
	const aspects = $derived([
		...new Set(pick.headings.flatMap(({ uri }) => store.facts.aspects[`${pick.indexCode}\n${uri}`] ?? []))
	]);
	const price = new PickPrices(
		() => pick,
		() => (index.records > 0 ? { aspects, cuts: [] } : undefined)
	);
	const { prices } = $derived(price);
	let cutting = $state(false);

	const set = (switches: PickSwitches, quiet = false) =>
		store.send({ kind: 'pick.set', id: pick.id, ...switches }, { quiet });
	const setFit = (fit: string) => fit && fit !== pick.fit && set({ fit: fit as Fit });
</script>

<div class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 text-xs">
	{#if pick.role !== 'rejected'}{@render switches()}{/if}
	{#if full}
		<span class="flex items-center gap-1.5">
			<span class="text-quiet">role</span>
			<Select
				changes
				label="Role of {name}"
				value={pick.role}
				options={ROLES.map((role) => ({ value: role, says: ROLE_WORDS[role] }))}
				onChange={(role) => set({ role })}
			/>
		</span>
	{:else if pick.role !== 'searched'}
		<span class="text-quiet">{ROLE_WORDS[pick.role]}</span>
	{/if}
</div>
{#snippet switches()}
	<ToggleGroup.Root
		type="single"
		value={pick.fit}
		onValueChange={setFit}
		class="-ml-1.5 flex flex-wrap gap-0.5"
		aria-label="Fit of {name}"
	>
		{#each FITS as fit (fit)}
			<ToggleGroup.Item
				value={fit}
				class="min-h-6 rounded px-1.5 py-px text-quiet hover:bg-shade data-[state=on]:bg-wash data-[state=on]:font-semibold data-[state=on]:text-lichen-deep"
				>{FIT_WORDS[fit]}</ToggleGroup.Item
			>
		{/each}
	</ToggleGroup.Root>
	{#if full}<Meaning of="fit" />{/if}
	<span class="flex items-center gap-0.5">
		{#if facts !== undefined && below === 0 && !pick.withNarrower}
			<span class="text-quiet"
				>{index.hierarchical ? 'nothing narrower' : `${index.name} has no hierarchy`}</span
			>
		{:else}
			<WordSwitch
				on={pick.withNarrower}
				more="Whether it stands for what is narrower too"
				onChange={(withNarrower) => set({ withNarrower })}
				>with narrower{#if facts && below > 0}{' '}· {counted(
						pick.withNarrower ? facts.standsFor : 1 + below,
						'heading'
					)}{/if}{@render costs(prices?.narrower)}</WordSwitch
			>{#if full}<Meaning of="narrower" />{/if}
		{/if}
		{#if pick.withNarrower && below > 0}
			<button class="quiet-action !px-1.5 !py-px" onclick={() => (cutting = true)}
				>{pick.cuts.length === 0 ? 'cut branches' : `${pick.cuts.length} cut`}</button
			>
		{/if}
	</span>
	{#if index.hasChief || pick.chief}
		<WordSwitch
			on={pick.chief}
			more={index.hasChief ? 'Only records that are chiefly about it' : NO_CHIEF}
			onChange={(chief) => set({ chief })}>chief only{@render costs(prices?.chief)}</WordSwitch
		>{#if full}<Meaning of="chief" />{/if}
	{:else if full}
		<span class="text-quiet">no chief marking in {index.name}</span>
	{/if}
	{#if aspects.length > 0 || pick.aspects.length > 0}
		{#if full}<Meaning of="aspect" />{/if}
		<Popover.Root>
			<Popover.Trigger class="quiet-action !px-1.5 !py-px"
				>{pick.aspects.length === 0 ? 'any aspect' : pick.aspects.join(' or ')}</Popover.Trigger
			>
			<Popover.Portal>
				<Popover.Content
					class="z-30 w-56 rounded-md border bg-leaf p-3 text-xs"
					sideOffset={4}
					aria-label="Aspects of {name}"
				>
					<p class="mb-1 text-quiet">Only with one of these aspects</p>
					<div class="flex flex-col items-start gap-1">
						{#each aspects as aspect (aspect)}
							<WordSwitch
								on={pick.aspects.includes(aspect)}
								onChange={(on) =>
									set({
										aspects: on ? [...pick.aspects, aspect] : pick.aspects.filter((other) => other !== aspect)
									})}>{aspect}{@render costs(prices?.aspects[aspect])}</WordSwitch
							>
						{/each}
					</div>
				</Popover.Content>
			</Popover.Portal>
		</Popover.Root>
	{/if}
{/snippet}
{#snippet costs(then: number | undefined)}{#if price.says(then)}{' '}<span
			class="font-normal whitespace-nowrap text-quiet">{price.says(then)}</span
		>{/if}{/snippet}
{#if cutting}
	<CutPanel {pick} {index} onClose={() => (cutting = false)} onCut={(cuts) => set({ cuts })} />
{/if}
