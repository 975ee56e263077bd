<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Count from '../parts/Count.svelte';
	import { recordsAt } from './addresses';
	import { placeOf } from './in-hand';
	import { useInquiry } from './inquiry-store.svelte';

	/** How many of the records that say a text carry a heading; both numbers open theirs. */
	interface Props {
		on: number;
		of: number;
		/** How many times the heading's usual share that is. */
		lift: number;
		heading: { uri: string; label: string };
		index: IndexSummary;
		text: string;
		/** What stands behind the second number. */
		after?: string;
	}
	let { on, of, lift, heading, index, text, after = '' }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const filter = $derived([{ by: 'heading', how: 'any' as const, values: [heading.uri] }]);
</script>

<span data-evidence
	>on <Count
		n={on}
		at={recordsAt(place, index.code, { said: text, filter })}
		says="that say “{text}”, with {heading.label}"
		aside
	/> of <Count
		n={of}
		at={recordsAt(place, index.code, { said: text })}
		says="that say “{text}”"
		aside
	/>{after}, {lift >= 10 ? Math.round(lift) : lift.toFixed(1)} times its usual share</span
>
