<script lang="ts">
	import type { Concept, Sighting } from '$core/crosswalk';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** Headings and words set aside, each to be used for a concept or dismissed. */
	let { sightings, concept }: { sightings: readonly Sighting[]; concept: Concept | undefined } = $props();
	const store = $derived(useInquiry()());

	function use(sighting: Sighting) {
		const { id, uri, text, indexCode } = sighting;
		if (!concept) return;
		const index = store.indexes.find(({ code }) => code === indexCode);
		store.send({
			kind: 'many',
			title: uri
				? `Picked ${text} for ${concept.name}, a sighting`
				: `Added the word “${text}” to ${concept.name}, a sighting`,
			commands: [
				uri
					? {
							kind: 'pick.add',
							id: freshId(),
							conceptId: concept.id,
							indexCode,
							edition: index?.edition ?? '',
							headings: [{ uri, label: text }]
						}
					: { kind: 'word.add', id: freshId(), conceptId: concept.id, text },
				{ kind: 'sighting.set', id, state: 'used' }
			]
		});
	}
</script>

<ul class="divide-y">
	{#each sightings as sighting (sighting.id)}
		{@const index = store.indexes.find(({ code }) => code === sighting.indexCode)}
		<li class="flex items-baseline gap-2 py-1.5">
			{#if index}<span class="self-center"><IndexMark {index} size={16} label={index.name} /></span>{/if}
			<span class="min-w-0">
				{#if sighting.uri}<HeadingText label={sighting.text} />{:else}<FreeWord text={sighting.text} />{/if}
				<span class="block text-xs text-quiet"
					>{sighting.seen}{sighting.conceptId
						? `, for ${store.inquiry.concepts[sighting.conceptId]?.name ?? ''}`
						: ''}</span
				>
			</span>
			<span class="ml-auto flex shrink-0 text-xs">
				{#if sighting.state === 'open'}
					<button data-changes class="quiet-action !px-1.5" disabled={!concept} onclick={() => use(sighting)}
						>{sighting.uri ? 'Pick' : 'Add as a word'}{' '}<span class="sr-only"
							>{sighting.text}{concept ? ` for ${concept.name}` : ''}</span
						></button
					>
					<button
						data-changes
						class="quiet-action !px-1.5"
						onclick={() => store.send({ kind: 'sighting.set', id: sighting.id, state: 'dismissed' })}
						>Dismiss{' '}<span class="sr-only">{sighting.text}</span></button
					>
				{:else}
					<span class="px-1.5 text-quiet">{sighting.state}</span>
					<button
						data-changes
						class="quiet-action !px-1.5"
						onclick={() => store.send({ kind: 'sighting.set', id: sighting.id, state: 'open' })}
						>Take up again{' '}<span class="sr-only">{sighting.text}</span></button
					>
				{/if}
			</span>
		</li>
	{/each}
</ul>
