<script lang="ts">
	import { messages } from '../messages/messages.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import DialectEditor from './DialectEditor.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The strategy in the words of the index's own search box, ready to paste. */
	let { session, index }: { session: StrategySession; index: IndexSummary } = $props();
	let layout = $state<'line' | 'blocks'>('blocks');
	let editing = $state(false);
	const said = $derived(session.view.dialect[layout]);

	async function copy() {
		try {
			await navigator.clipboard.writeText(said.text);
			messages.say(`Copied the strategy for ${index.name}`);
		} catch {
			messages.warn('The browser does not let it be copied. Select the text and copy it by hand.');
		}
	}
</script>

<section aria-label="Strategy in the dialect of {index.name}">
	<div class="mb-1 flex items-baseline gap-2">
		<h2 class="font-semibold">For {index.name}’s search box</h2>
		<span class="ml-auto"></span>
		<button
			class="quiet-action !py-0 text-xs"
			onclick={() => (layout = layout === 'line' ? 'blocks' : 'line')}
			>{layout === 'line' ? 'By block' : 'As one line'}</button
		>
		<button class="quiet-action !py-0 text-xs" disabled={said.text === ''} onclick={copy}>Copy</button>
	</div>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<pre
		class="max-h-44 overflow-auto rounded border bg-leaf p-2 text-xs whitespace-pre-wrap"
		tabindex="0"
		aria-label="Text to paste">{said.text || 'Nothing to search for yet.'}</pre>
	{#if said.missing.length > 0}
		<p class="mt-1 text-xs text-warn">It cannot say: {said.missing.join('; ')}.</p>
	{/if}
	<button class="quiet-action mt-1 !px-0 text-xs" onclick={() => (editing = true)}
		>Change how it is worded</button
	>
</section>
{#if editing}<DialectEditor {session} {index} onClose={() => (editing = false)} />{/if}
