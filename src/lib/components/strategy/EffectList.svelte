<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import HeadingText from '../marks/HeadingText.svelte';
	import { signed } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { effectsOf, type Effect } from './effects';
	import type { StrategySession } from './strategy-session.svelte';

	/** What would change the result most, for those who find too much or too little. */
	let { session, index }: { session: StrategySession; index: IndexSummary } = $props();
	const MOST_SHOWN = 8;
	let chosen = $state<'more' | 'fewer' | undefined>();
	// Where next to nothing is found, more is what is wanted.
	const wanted = $derived(chosen ?? ((session.view.yields?.count ?? 0) < 10 ? 'more' : 'fewer'));
	const effects = $derived(effectsOf(session, index));
	const shown = $derived(
		effects.filter(({ by }) => (wanted === 'more' ? by > 0 : by < 0)).slice(0, MOST_SHOWN)
	);

	function tryIt(effect: Effect) {
		session.trying = true;
		session.change(effect.command);
	}
</script>

{#if effects.length > 0}
	<section aria-label="What each part would change">
		<div class="mb-1 flex items-baseline gap-1">
			<h2 class="font-semibold">Changes with the largest effect</h2>
			<span class="ml-auto flex text-xs" role="group" aria-label="Direction">
				<WordSwitch on={wanted === 'fewer'} onChange={() => (chosen = 'fewer')}>fewer</WordSwitch>
				<WordSwitch on={wanted === 'more'} onChange={() => (chosen = 'more')}>more</WordSwitch>
			</span>
		</div>
		<ul>
			{#each shown as effect, i (i)}
				<li class="flex items-baseline gap-2 border-t py-1 first:border-t-0">
					<span class="w-14 shrink-0 text-right font-semibold">{signed(effect.by)}</span>
					<span class="min-w-0 flex-1"
						>{#if effect.isHeading}<HeadingText label={effect.part} />{:else}{effect.part}{/if}
						<span class="text-quiet">· {effect.what}</span></span
					>
					<button
						class="quiet-action !py-0 text-xs"
						aria-label="Try: {effect.part}, {effect.what}"
						onclick={() => tryIt(effect)}>Try</button
					>
				</li>
			{:else}<li class="text-quiet">No single change would find {wanted}.</li>{/each}
		</ul>
	</section>
{/if}
