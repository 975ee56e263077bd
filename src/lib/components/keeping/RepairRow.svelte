<script lang="ts">
	import { leaving } from '$core/keeping';
	import { KIND_WORDS } from '$lib/components/editions/kinds';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import HeadingText from '$lib/components/marks/HeadingText.svelte';
	import { counted, number, signed } from '$lib/components/parts/numbers';
	import type { PricedRepair } from '$lib/server/keeping';

	/** One repair: what happened to a pick, what is proposed, what the cell finds then; taken, or left with a reason. */
	let { repair }: { repair: PricedRepair } = $props();
	const store = $derived(useInquiry()());
	let isLeaving = $state(false);
	let because = $state('');
	let reason = $state<HTMLInputElement>();
	$effect(() => {
		if (isLeaving) reason?.focus();
	});
	const price = $derived(repair.price);
	/** Only what differs is worth reading. */
	const moved = $derived(price && (price.gained > 0 || price.lost > 0));

	function leave(event: SubmitEvent) {
		event.preventDefault();
		store.send(leaving(repair, because.trim()));
	}
</script>

<li class="grid gap-x-5 gap-y-2 py-3 md:grid-cols-[1fr_230px]" data-repair={repair.id}>
	<div class="min-w-0">
		<p class="flex flex-wrap items-baseline gap-x-2">
			{#if repair.pick}<span class="text-base"
					>{#each repair.pick.headings as { uri, label }, i (uri)}{i > 0 ? ' together with ' : ''}<HeadingText
							{label}
						/>{/each}</span
				>
			{:else}<span class="text-base">No heading here</span>{/if}
			<span class="text-xs text-quiet">{repair.touched.map((kind) => KIND_WORDS[kind]).join(', ')}</span>
		</p>
		{#each repair.happened as sentence (sentence)}<p>{sentence}</p>{/each}
		<p class="mt-1"><span class="text-quiet">Proposed:</span> {repair.proposal}</p>
	</div>
	<div class="space-y-1">
		{#if price}
			<p class="text-quiet">
				{#if !moved}The cell finds {counted(price.after, 'record')}, as in {repair.from}.
				{:else}The cell finds {number(price.after)}, in {repair.from}
					{number(price.then)}
					<span class="whitespace-nowrap"
						>({#if price.gained > 0}{signed(price.gained)}{/if}{#if price.gained > 0 && price.lost > 0},
						{/if}{#if price.lost > 0}{signed(-price.lost)}{/if})</span
					>{#if price.now !== price.after}; {number(price.now)} if nothing is done{/if}.{/if}
			</p>
		{/if}
		{#if isLeaving}
			<form data-changes class="space-y-1" onsubmit={leave}>
				<label class="block"
					><span class="text-quiet">Why it is left (may stay empty)</span>
					<input
						class="field mt-0.5 w-full"
						bind:value={because}
						bind:this={reason}
						maxlength="2000"
					/></label
				>
				<button class="action">Leave it as it is</button>
				<button type="button" class="quiet-action" onclick={() => (isLeaving = false)}>Back</button>
			</form>
		{:else}
			<div class="flex gap-1">
				<button data-changes class="action" data-take onclick={() => store.send(repair.take)}
					>Take the repair</button
				>
				<button class="quiet-action" onclick={() => (isLeaving = true)}>Leave it …</button>
			</div>
		{/if}
	</div>
</li>
