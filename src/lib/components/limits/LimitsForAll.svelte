<script lang="ts">
	import { Popover } from 'bits-ui';
	import { inOrder } from '$core/crosswalk';
	import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
	import CostOfLimit from './CostOfLimit.svelte';
	import { brief, definitionsOf } from './limits-shown';

	/** The limits that are set once for all indexes: one is set, changed or removed here, and what it costs is seen before. */
	let { store }: { store: InquiryStore } = $props();
	const limits = $derived(inOrder(store.inquiry.limits));
	const definitions = $derived(definitionsOf(store.columns));
	let open = $state(false);
	let chosen = $state('');
	const inHand = $derived(definitions.find(({ field }) => field === chosen));

	function openAt(field: string) {
		chosen = field;
		open = true;
	}
</script>

<section
	class="flex flex-wrap items-center gap-x-2 gap-y-1 border-b bg-paper px-3 py-1 text-xs print:hidden"
	aria-label="Limits for all indexes"
>
	<h2 class="text-quiet">Limits for all indexes:</h2>
	{#each limits as { id, setting } (id)}
		<span class="inline-flex items-center rounded border border-lichen-deep">
			<button
				class="min-h-6 rounded px-1.5 hover:bg-shade"
				aria-label="Change the limit {brief(setting, store.columns)}"
				onclick={() => openAt(id)}>{brief(setting, store.columns)}</button
			>
			<button
				data-changes
				class="min-h-6 rounded-r border-l px-1.5 hover:bg-shade"
				aria-label="Remove the limit {brief(setting, store.columns)} for all indexes"
				onclick={() => store.send({ kind: 'limit.remove', field: id })}>remove</button
			>
		</span>
	{:else}<span>none</span>{/each}
	<Popover.Root bind:open>
		<Popover.Trigger data-changes class="quiet-action border !py-0" onclick={() => (chosen = '')}
			>Set one for all</Popover.Trigger
		>
		<Popover.Portal>
			<Popover.Content
				class="z-30 max-h-[72vh] w-[34rem] max-w-[94vw] overflow-auto rounded-md border bg-leaf p-3"
				sideOffset={4}
				align="start"
				aria-label="Set a limit for all indexes"
			>
				{#if inHand}
					<p class="mb-2 flex items-baseline justify-between gap-2">
						<span class="font-semibold">{inHand.label}</span>
						<button class="quiet-action !py-0 text-xs" onclick={() => (chosen = '')}>Another limit</button>
					</p>
					{#key inHand.field}<CostOfLimit {store} limit={inHand} onDone={() => (open = false)} />{/key}
				{:else}
					<p class="mb-1 text-xs text-quiet">
						It holds in every index that knows it, until you lift it there or set another.
					</p>
					<ul class="columns-2 max-sm:columns-1">
						{#each definitions as { field, label } (field)}
							<li>
								<button
									class="w-full rounded px-1.5 py-1 text-left hover:bg-shade"
									onclick={() => (chosen = field)}>{label}</button
								>
							</li>
						{/each}
					</ul>
				{/if}
			</Popover.Content>
		</Popover.Portal>
	</Popover.Root>
</section>
