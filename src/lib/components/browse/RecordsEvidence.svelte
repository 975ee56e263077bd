<script lang="ts">
	import type { RecordsEvidence } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Count from '../parts/Count.svelte';

	/** How many of the records that say what was typed carry a heading; both numbers open theirs. */
	interface Props {
		evidence: RecordsEvidence;
		heading: { uri: string; label: string };
		index: IndexSummary;
		query: string;
		/** Whether all of them hold every word that was typed. */
		isWhole: boolean;
	}
	let { evidence, heading, index, query, isWhole }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const filter = $derived([{ by: 'heading', how: 'any' as const, values: [heading.uri] }]);
	const times = $derived(evidence.lift >= 10 ? Math.round(evidence.lift) : evidence.lift.toFixed(1));
</script>

<span data-evidence
	>on <Count
		n={evidence.on}
		at={recordsAt(place, index.code, { said: query, filter })}
		says="that say it, with {heading.label}"
		aside
	/> of <Count
		n={evidence.of}
		at={recordsAt(place, index.code, { said: query })}
		says="that say it"
		aside
	/>{isWhole ? '' : ' nearest'}, {times} times its usual share</span
>
