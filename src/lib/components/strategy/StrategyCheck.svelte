<script lang="ts">
	import type { JudgedFinding } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { checkAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import Panel from '../parts/Panel.svelte';
	import CheckOfIndex from './CheckOfIndex.svelte';
	import { mendOf } from './findings';
	import type { StrategySession } from './strategy-session.svelte';

	/** What is probably wrong with a strategy, the largest effect first; each mend is tried before it is kept. */
	let { session, index }: { session: StrategySession; index: IndexSummary } = $props();
	let open = $state(false);
	const { store } = $derived(session);
	function tryIt(finding: JudgedFinding) {
		const mend = mendOf(finding);
		if (!mend) return;
		session.tryOut(mend);
		open = false;
	}
</script>

<p class="flex gap-2">
	<button class="quiet-action border" onclick={() => (open = true)}>Check this strategy</button>
	<a class="quiet-action" href={checkAt(placeOf(store))}>Check all</a>
</p>
<Panel bind:open title="Check of the strategy for {index.name}" wide>
	<CheckOfIndex code={index.code} onTry={tryIt} />
</Panel>
