<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { ThroughMatch } from '$lib/server/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { evidenceWords, LIKELIHOOD_WORDS } from '../crosswalk/evidence';
	import { lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import PickMark from '../marks/PickMark.svelte';

	/** A heading that was come to through what another index calls it, and its pick. */
	interface Props {
		match: ThroughMatch;
		index: IndexSummary;
		query: string;
		concept: Concept | undefined;
	}
	let { match, index, query, concept }: Props = $props();
	const store = $derived(useInquiry()());
	const { heading, through } = $derived(match);
	const pick = $derived(pickFor(store, concept, index.code, [heading]));
</script>

<li class="flex gap-2 px-3 py-2 hover:bg-shade has-[a:focus-visible]:bg-wash">
	<PickMark
		name={heading.label}
		concept={concept?.name}
		picked={pick !== undefined && pick.role !== 'rejected'}
		rejected={pick?.role === 'rejected'}
		onToggle={() => togglePick(store, concept, index, [heading])}
	/>
	<div class="min-w-0">
		<p class="text-[15px] leading-5">
			<a
				href={lineageAt(placeOf(store), index.code, heading.id, query)}
				data-row
				data-pick={heading.id}
				class="hover:underline"><HeadingText label={heading.label} retired={heading.retired} /></a
			>
		</p>
		<p class="text-xs text-quiet">
			{LIKELIHOOD_WORDS[match.likelihood]} · {store.indexName(through.indexCode)} calls it <HeadingText
				label={through.label}
			/>
		</p>
		<p class="text-xs text-quiet">
			{evidenceWords(match.evidence, store.indexName)}
		</p>
	</div>
</li>
