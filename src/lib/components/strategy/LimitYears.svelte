<script lang="ts">
	import { untrack } from 'svelte';
	import type { LimitSetting } from '$core/search';
	import type { StrategyView } from '$lib/server/search';
	import RangeOrPeriod from '../limits/RangeOrPeriod.svelte';
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
	let wanted = $state.raw<LimitSetting | undefined>(known);

	let price = $state('');
	$effect(() => {
		void session.view;
		const one = wanted;
		price = '';
		if (!one) return;
		let stale = false;
		const wait = setTimeout(async () => {
			const { value } = await session.askPrices([session.limitCommand(one)]);
			const [then] = value?.counts ?? [];
			if (!stale && value && then !== null) price = `${number(value.count)} → ${number(then)}`;
		}, 200);
		return () => {
			stale = true;
			clearTimeout(wait);
		};
	});

	function set() {
		if (!wanted) return;
		session.setLimit(wanted);
		onSet();
	}
</script>

<RangeOrPeriod {field} {label} {known} onChange={(next) => (wanted = next)} />
<p class="mt-2 flex items-center gap-2">
	<button class="action" disabled={!wanted} onclick={set}>Set</button>
	<span class="text-xs" aria-live="polite">{price}</span>
</p>
