<script lang="ts">
	import { untrack } from 'svelte';
	import type { LimitSetting } from '$core/search';
	import type { StrategyView } from '$lib/server/search';
	import { number } from '../parts/numbers';
	import type { StrategySession } from './strategy-session.svelte';

	/** A range, or the last so many years, with what it would leave before it is set. */
	interface Props {
		session: StrategySession;
		limit: StrategyView['limits'][number];
		onSet: () => void;
	}
	let { session, limit, onSet }: Props = $props();
	const { field, label } = $derived(limit);
	const known = untrack(() => session.settings.limits.find((one) => one.field === limit.field));
	const written = (value: number | undefined) => (value === undefined ? '' : String(value));
	let from = $state(written(known?.from));
	let to = $state(written(known?.to));
	let years = $state('5');
	const reversed = $derived(from !== '' && to !== '' && Number(from) > Number(to));
	const range: LimitSetting | undefined = $derived(
		reversed || (from === '' && to === '')
			? undefined
			: { field, ...(from !== '' && { from: Number(from) }), ...(to !== '' && { to: Number(to) }) }
	);
	const lastYears = $derived(Number(years));
	const period: LimitSetting | undefined = $derived(
		field === 'dc.date' && Number.isInteger(lastYears) && lastYears >= 1 ? { field, lastYears } : undefined
	);

	let prices = $state.raw<{ count: number; range?: number; period?: number }>();
	$effect(() => {
		void session.view;
		const wanted = [range, period];
		let stale = false;
		const wait = setTimeout(async () => {
			const each = wanted.flatMap((one) => (one ? [session.limitCommand(one)] : []));
			if (each.length === 0) return;
			const { value } = await session.askPrices(each);
			if (stale || !value) return;
			const counts = value.counts.map((count) => count ?? undefined);
			prices = {
				count: value.count,
				...(wanted[0] && { range: counts[0] }),
				...(wanted[1] && { period: counts[counts.length - 1] })
			};
		}, 200);
		return () => {
			stale = true;
			clearTimeout(wait);
		};
	});

	function set(one: LimitSetting | undefined) {
		if (!one) return;
		session.setLimit(one);
		onSet();
	}
	const price = (count: number | undefined) =>
		prices && count !== undefined ? `${number(prices.count)} → ${number(count)}` : '';
</script>

<div class="flex items-center gap-2">
	<input
		class="field w-20"
		type="number"
		placeholder="from"
		aria-label="{label} from"
		bind:value={() => from, (value) => (from = String(value ?? ''))}
	/>
	<span class="text-quiet">to</span>
	<input
		class="field w-20"
		type="number"
		placeholder="to"
		aria-label="{label} to"
		bind:value={() => to, (value) => (to = String(value ?? ''))}
	/>
	<button class="action" disabled={!range} onclick={() => set(range)}>Set</button>
	<span class="text-xs" aria-live="polite">{range ? price(prices?.range) : ''}</span>
</div>
{#if reversed}<p class="mt-1 text-xs text-warn">From is later than to: nothing lies between.</p>{/if}
{#if field === 'dc.date'}
	<div class="mt-2 flex items-center gap-2">
		<span>the last</span>
		<input
			class="field w-16"
			type="number"
			min="1"
			aria-label="So many years"
			bind:value={() => years, (value) => (years = String(value ?? ''))}
		/>
		<span>years</span>
		<button class="action" disabled={!period} onclick={() => set(period)}>Set</button>
		<span class="text-xs" aria-live="polite">{period ? price(prices?.period) : ''}</span>
	</div>
	<p class="mt-1 text-xs text-quiet">A run keeps the years that this meant on its day.</p>
{/if}
