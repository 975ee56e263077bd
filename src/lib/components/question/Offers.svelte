<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept, Offer } from '$core/crosswalk';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';

	/** Words that may be added: other spellings, acronyms, and the entry terms of what is picked. */
	let { concept }: { concept: Concept } = $props();
	const store = $derived(useInquiry()());

	const basis = $derived(
		JSON.stringify([
			Object.values(store.inquiry.words).filter(({ conceptId }) => conceptId === concept.id),
			Object.values(store.inquiry.picks)
				.filter(({ conceptId }) => conceptId === concept.id)
				.map(({ headings, role }) => [headings, role])
		])
	);
	const asked = new Asked<Offer[]>(() => {
		// What is offered follows from what is saved, which comes a moment after it is shown.
		void [basis, store.revision];
		return `/inquiry/${store.id}/offers?${new URLSearchParams({ concept: concept.id })}`;
	}, 250);
	const offers = $derived(asked.value);
	const problem = $derived(asked.fault);

	const GROUPS = [
		['acronym', 'Acronyms and what they stand for'],
		['spelling', 'Other spellings'],
		['entry term', 'Entry terms of what is picked']
	] as const;

	const add = (chosen: readonly Offer[]) =>
		store.send({
			kind: 'many',
			title:
				chosen.length === 1
					? `Added the word “${chosen[0].text}” to ${concept.name}`
					: `Added ${chosen.length} words to ${concept.name}`,
			commands: chosen.map(({ text, lang }) => ({
				kind: 'word.add' as const,
				id: freshId(),
				conceptId: concept.id,
				text,
				...(lang && lang !== 'en' && { lang })
			}))
		});
</script>

{#if problem}<p class="text-warn">The offers could not be read. They come back with the next change.</p>
{:else if offers?.length === 0}<p class="text-quiet">
		Nothing to offer yet. Spellings come with words, entry terms with picks.
	</p>
{/if}
{#each GROUPS as [kind, title] (kind)}
	{@const own = (offers ?? []).filter((offer) => offer.kind === kind)}
	{#if own.length > 0}
		<div class="mb-1.5">
			<p class="text-xs text-quiet">
				{title}
				{#if own.length > 1}<button class="quiet-action !py-0" onclick={() => add(own)}
						>Add all {own.length}</button
					>{/if}
			</p>
			<ul class="flex flex-wrap gap-x-1">
				{#each own as offer (offer.text)}
					<li>
						<button
							class="quiet-action !px-1.5"
							title={offer.indexCode
								? `Entry term of ${offer.of} in ${store.indexName(offer.indexCode)}`
								: `Of “${offer.of}”`}
							onclick={() => add([offer])}
							><span aria-hidden="true">+</span><span class="sr-only">Add</span>
							<FreeWord text={offer.text} /></button
						>
					</li>
				{/each}
			</ul>
		</div>
	{/if}
{/each}
