<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { OfferLine } from '$lib/server/crosswalk';
	import Hint from '../parts/Hint.svelte';
	import { counted } from '../parts/numbers';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';

	/** Words that may be added: other spellings, acronyms, entry terms of what is picked, and what its records say. */
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
	const asked = new Asked<OfferLine[]>(() => {
		// What is offered follows from what is saved, which comes a moment after it is shown.
		void [basis, store.followed];
		return `/inquiry/${store.id}/offers?${new URLSearchParams({ concept: concept.id })}`;
	}, 250);
	const offers = $derived(asked.value);
	const problem = $derived(asked.fault);

	const GROUPS = [
		['acronym', 'Acronyms and what they stand for'],
		['spelling', 'Other spellings'],
		['entry term', 'Entry terms of what is picked'],
		['said', 'Said by records with the picked headings']
	] as const;

	const records = ({ records: own }: OfferLine) => Object.values(own).reduce((sum, n) => sum + n, 0);
	/** Where it comes from, and where it occurs. */
	function says(offer: OfferLine): string {
		const from =
			offer.kind === 'said'
				? `Records with ${offer.of} in ${store.indexName(offer.indexCode ?? '')} say it`
				: offer.indexCode
					? `Entry term of ${offer.of} in ${store.indexName(offer.indexCode)}`
					: `Of “${offer.of}”`;
		const where = Object.entries(offer.records).map(([code, n]) => `${store.indexName(code)} ${n}`);
		const labelled = offer.labelled.map(store.indexName);
		return [
			from,
			where.length > 0 ? `records: ${where.join(', ')}` : '',
			labelled.length > 0 ? `a label in ${labelled.join(', ')}` : ''
		]
			.filter(Boolean)
			.join(' · ');
	}

	const add = (chosen: readonly OfferLine[]) =>
		store.send({
			kind: 'many',
			title:
				chosen.length === 1
					? `Added the word “${chosen[0].text}” to ${concept.name}`
					: `Added ${counted(chosen.length, 'word')} to ${concept.name}`,
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
		Nothing to offer that a chosen index has. Spellings come with words, entry terms with picks.
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
						<Hint says={says(offer)}
							>{#snippet children(hinted)}<button
									{...hinted}
									class="quiet-action !px-1.5"
									onclick={() => add([offer])}
									><span aria-hidden="true">+</span><span class="sr-only">Add</span>
									<FreeWord text={offer.text} />
									<span class="text-xs text-quiet"
										>{records(offer) > 0 ? counted(records(offer), 'record') : 'a label only'}</span
									></button
								>{/snippet}</Hint
						>
					</li>
				{/each}
			</ul>
		</div>
	{/if}
{/each}
