<script lang="ts">
	import type { Cited } from '$lib/server/records';
	import { number } from '../parts/numbers';
	import { copyCited } from './copying';

	/** Citations as they will stand: how each is pointed to in the text, and its entry in the bibliography. */
	let { cited, inNotes }: { cited: readonly Cited[]; inNotes: boolean } = $props();
	/** So many are shown; copied and taken away are all. */
	const MOST = 300;
</script>

<ol class="mx-auto max-w-3xl px-6 py-3" aria-label="Bibliography">
	{#each cited.slice(0, MOST) as one (one.id)}
		<li class="group border-b py-1.5 last:border-b-0" data-cited={one.id}>
			<!-- eslint-disable-next-line svelte/no-at-html-tags (the server leaves nothing in it but italics and the like) -->
			<p class="pl-6 -indent-6 font-serif leading-6 break-words" dir="auto">{@html one.html}</p>
			<p class="flex items-baseline gap-2 pl-6 text-xs text-quiet">
				<span class="min-w-0 flex-1 {inNotes ? 'line-clamp-2' : 'truncate'}"
					>{inNotes ? 'note' : 'in the text'}:
					<!-- eslint-disable-next-line svelte/no-at-html-tags (as above) -->
					{@html one.inText.html}</span
				>
				<button class="quiet-action !py-0 text-xs" onclick={() => copyCited([one], 'rich')}>Copy</button>
				<button class="quiet-action !py-0 text-xs" onclick={() => copyCited([one], 'in text')}
					>{inNotes ? 'Copy note' : 'Copy for the text'}</button
				>
			</p>
		</li>
	{/each}
	{#if cited.length > MOST}<li class="py-2 text-quiet">
			{number(cited.length - MOST)} more are copied and exported with these.
		</li>{/if}
</ol>
