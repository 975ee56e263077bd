<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { cellId } from '$core/crosswalk';
	import type { Replayed } from '$lib/server/teaching';
	import CrosswalkGrid from '../crosswalk/CrosswalkGrid.svelte';
	import { crosswalkAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { InquiryStore, provideInquiry, useInquiry } from '../inquiry/inquiry-store.svelte';

	/** The crosswalk as it was, in the same grid as today's; a cell opens as it is now. */
	let { replayed }: { replayed: Replayed } = $props();
	// Asked for before the past takes its place for what is drawn here.
	const today = useInquiry();
	const now = $derived(today());
	const past = $derived.by(() => {
		const { inquiry, revision, coverage } = replayed;
		return untrack(() => {
			const store = new InquiryStore({ inquiry, revision, undo: null, redo: null }, now.indexes, '', true);
			store.isPast = true;
			store.coverage = coverage;
			return store;
		});
	});
	provideInquiry(() => past);
	const touched = $derived(new Set(replayed.change?.cells));
	const open = (conceptId: string, code: string) =>
		goto(crosswalkAt({ ...placeOf(now), concept: conceptId }, cellId(conceptId, code)));
</script>

{#if past.concepts.length === 0}
	<p class="p-6 text-quiet">
		{past.inquiry.about.question
			? 'There were no concepts yet: the question had not been split into its ideas.'
			: 'There was nothing yet.'}
	</p>
{:else if past.columns.length === 0}
	<p class="p-6 text-quiet">No subject index was chosen yet.</p>
{:else}
	<CrosswalkGrid
		current={undefined}
		concepts={past.concepts}
		standingOut={undefined}
		reading="full"
		{touched}
		onOpen={open}
	/>
{/if}
