<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { StrategyView } from '$lib/server/search';
	import LimitValues from './LimitValues.svelte';
	import LimitYears from './LimitYears.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** Where limits are set: which one first, then its values, each with what it would leave. */
	let { session }: { session: StrategySession } = $props();
	const view = $derived(session.view);
	let chosen = $state('');
	let open = $state(false);
	const inHand: StrategyView['limits'][number] | undefined = $derived(
		view.limits.find(({ field }) => field === chosen)
	);
</script>

<Popover.Root bind:open>
	<Popover.Trigger class="quiet-action border !py-0.5 text-xs" onclick={() => (chosen = '')}
		>Set a limit</Popover.Trigger
	>
	<Popover.Portal>
		<Popover.Content
			class="z-30 max-h-[60vh] w-96 overflow-auto rounded-md border bg-leaf p-3"
			sideOffset={4}
			align="end"
			aria-label="Set a limit"
		>
			{#if !inHand}
				<p class="mb-1 text-xs text-quiet">What {session.store.indexName(session.code)} labels</p>
				<ul>
					{#each view.limits.filter(({ field }) => !view.limitsInText.includes(field)) as limit (limit.field)}
						<li>
							<button
								class="flex w-full items-baseline justify-between rounded px-1.5 py-1 text-left hover:bg-shade"
								onclick={() => (chosen = limit.field)}
								>{limit.label}<span class="text-xs text-quiet"
									>{limit.counts.length === 0 ? 'no record labelled' : `${limit.counts.length} values`}</span
								></button
							>
						</li>
					{/each}
				</ul>
			{:else}
				<p class="mb-2 flex items-baseline justify-between">
					<span class="font-semibold">{inHand.label}</span>
					<button class="quiet-action !py-0 text-xs" onclick={() => (chosen = '')}>Another limit</button>
				</p>
				{#if inHand.kind === 'number'}<LimitYears {session} limit={inHand} onSet={() => (open = false)} />
				{:else}<LimitValues {session} limit={inHand} />{/if}
			{/if}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
