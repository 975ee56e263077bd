<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { HeadingSheet } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { displayAt, lineageAt, recordsAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { setAside, pickFor, togglePick } from '../inquiry/picking';
	import MendActions from '../vocabulary-edit/MendActions.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';
	import RelatedHeading from './RelatedHeading.svelte';
	import SheetBody from './SheetBody.svelte';

	/** The sheet of the row in hand, beside a display: reading a scope note is no journey. */
	let { index, heading }: { index: IndexSummary; heading: string | undefined } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const place = $derived(placeOf(store));
	// Who walks the rows quickly does not wait for every sheet on the way.
	const asked = new Asked<HeadingSheet>(() => {
		// Another edition under the same label has another sheet.
		void index.loadedAt;
		return heading && `/indexes/${index.code}/sheet?${new URLSearchParams({ heading })}`;
	}, 120);
	const sheet = $derived(asked.value);
	const problem = $derived(
		asked.fault && 'The sheet of this heading could not be read. Go to another row and back.'
	);
	const known = $derived(sheet && pickFor(store, concept, index.code, [sheet]));
	const isPicked = $derived(known !== undefined && known.role !== 'rejected');

	const opens = (withNarrower: boolean) =>
		recordsAt(place, index.code, sheet && { heading: { id: sheet.id, withNarrower } });
	const at = (id: string) => lineageAt(place, index.code, id);
</script>

<aside
	class="w-[340px] shrink-0 overflow-y-auto border-l bg-leaf px-4 py-3 max-lg:hidden"
	aria-label="The heading in hand"
	aria-busy={sheet?.id !== heading}
>
	{#if problem}<p class="text-warn" role="alert">{problem}</p>{/if}
	{#if sheet}
		<h2 class="text-lg leading-6">
			<a class="hover:underline" href={at(sheet.id)}
				><HeadingText label={sheet.label} retired={sheet.retired} /></a
			>
		</h2>
		<p class="mt-2 mb-2 text-xs text-quiet">
			{#if index.records > 0}<Count
					n={sheet.recordCount}
					at={opens(false)}
					after={sheet.recordCount === 1 ? ' record' : ' records'}
					says=""
				/>{#if sheet.belowCount > 0}, <Count n={sheet.recordCountWithNarrower} at={opens(true)} says="" /> with
					its {number(sheet.belowCount)} narrower{/if}{:else}{number(sheet.belowCount)} narrower{/if}
			{#if sheet.introduced}· introduced {sheet.introduced}{/if}
		</p>
		<div class="mb-3 flex flex-wrap gap-1" data-changes>
			{#if concept}
				<button
					data-changes
					class={isPicked ? 'quiet-action border !py-0.5' : 'action !py-0.5'}
					aria-pressed={isPicked}
					onclick={() => sheet && togglePick(store, concept, index, [sheet])}
					>{isPicked ? 'Picked for' : 'Pick for'} {concept.name}</button
				>
			{/if}
			<button
				data-changes
				class="quiet-action !py-0.5"
				onclick={() => sheet && setAside(store, concept, index.code, [sheet], `browsing ${index.name}`)}
				>Set aside</button
			>
			<a class="quiet-action !py-0.5" href={at(sheet.id)}>Lineage</a>
			{#key sheet.id}<MendActions {sheet} {index} away={displayAt(place, index.code)} />{/key}
		</div>
		{#if sheet.broader.length > 0}
			<p class="mb-3">
				<span class="block text-xs text-quiet">Broader</span>
				{#each sheet.broader as heading, i (heading.id)}{#if i > 0}{' · '}{/if}<a
						class="hover:underline"
						href={at(heading.id)}><HeadingText label={heading.label} /></a
					>{/each}
			</p>
		{/if}
		<div class="space-y-3">
			<SheetBody {sheet} {index} {at}>
				{#snippet related(other)}<RelatedHeading
						heading={other}
						{index}
						{concept}
						href={at(other.id)}
					/>{/snippet}
			</SheetBody>
		</div>
	{:else}
		<p class="text-quiet">Go to a row: its note, dates and entry terms stand here.</p>
	{/if}
</aside>
