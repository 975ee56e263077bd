<script lang="ts">
	import type { LimitPrices, StrategyView } from '$lib/server/search';
	import { number } from '../parts/numbers';
	import { sayValue } from '$core/search';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The values of a limit within what is found, each with what setting it would leave. */
	let { session, limit }: { session: StrategySession; limit: StrategyView['limits'][number] } = $props();
	const current = $derived(session.settings.limits.find(({ field }) => field === limit.field));
	let prices = $state.raw<LimitPrices>();

	// Whatever changes what is found changes what a value would leave.
	$effect(() => {
		void session.view;
		let stale = false;
		void session.askLimit(limit.field).then(({ value }) => {
			if (!stale && value) prices = value;
		});
		return () => (stale = true);
	});

	function toggle(value: string, on: boolean) {
		const before = current?.values ?? [];
		const values = on ? [...before, value] : before.filter((other) => other !== value);
		if (values.length === 0) session.removeLimit(limit.field);
		else session.setLimit({ field: limit.field, values });
	}
	const own = (value: string) => prices?.values.find((one) => one.value === value);
	const share = (size: number) => `${(100 * size) / Math.max(1, prices?.without ?? 1)}%`;
</script>

<p class="mb-1 text-xs text-quiet">
	Any of these{#if prices}, among the {number(prices.without)} found without this limit{/if}
</p>
<ul class="flex flex-col gap-0.5">
	{#each limit.counts as { value } (value)}
		{@const price = own(value)}
		<li class="grid grid-cols-[minmax(0,1fr)_60px_52px_92px] items-center gap-2">
			<span class="min-w-0"
				><WordSwitch on={current?.values?.includes(value) ?? false} onChange={(on) => toggle(value, on)}
					>{sayValue(limit, value)}</WordSwitch
				></span
			>
			<span class="h-1.5 bg-shade" aria-hidden="true"
				><span class="block h-1.5 bg-lichen" style="width: {share(price?.size ?? 0)}"></span></span
			>
			<span class="text-right text-xs text-quiet">{price ? number(price.size) : ''}</span>
			<span class="text-right text-xs"
				>{#if price && prices}{number(prices.count)} → {number(price.then)}{/if}</span
			>
		</li>
	{:else}<li class="text-quiet">No record here was labelled.</li>{/each}
	{#if prices && limit.counts.length > 0}
		<li class="grid grid-cols-[minmax(0,1fr)_60px_52px_92px] items-center gap-2 border-t pt-1 text-quiet">
			<span class="px-1.5">not labelled</span>
			<span class="h-1.5 bg-shade" aria-hidden="true"
				><span
					class="block h-1.5 bg-[repeating-linear-gradient(45deg,var(--bark-quiet)_0_2px,transparent_2px_5px)]"
					style="width: {share(prices.notLabelled)}"
				></span></span
			>
			<span class="text-right text-xs">{number(prices.notLabelled)}</span>
			<span class="text-right text-xs">out in any case</span>
		</li>
	{/if}
</ul>
