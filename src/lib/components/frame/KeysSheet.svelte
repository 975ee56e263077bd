<script lang="ts">
	import { GLOSSARY } from '../first-meeting/glossary';
	import { keyGroups } from '../parts/keys.svelte';
	import Panel from '../parts/Panel.svelte';

	/** Help: the keys of this screen, and the words that Oakmoss uses. */
	let { open = $bindable(false) }: { open?: boolean } = $props();
	let shown = $state<'keys' | 'words'>('keys');
	let sought = $state('');
	const found = $derived.by(() => {
		const text = sought.trim().toLowerCase();
		return GLOSSARY.filter(({ word, means, also = '' }) =>
			`${word} ${also} ${means}`.toLowerCase().includes(text)
		);
	});
</script>

<Panel bind:open title={shown === 'keys' ? 'Keys of this screen' : 'Glossary'}>
	<div class="mb-4 flex flex-wrap items-center gap-1" role="group" aria-label="Help with">
		{#each ['keys', 'words'] as const as one (one)}
			<button
				class="rounded px-2 py-0.5 text-quiet hover:bg-shade aria-pressed:bg-wash aria-pressed:font-semibold aria-pressed:text-lichen-deep"
				aria-pressed={shown === one}
				data-help={one}
				onclick={() => (shown = one)}>{one}</button
			>
		{/each}
		{#if shown === 'words'}<input
				class="field ml-auto w-56 !py-0.5"
				aria-label="Find a word in the glossary"
				placeholder="Find a word"
				bind:value={sought}
			/>{/if}
	</div>
	{#if shown === 'keys'}
		<div class="gap-x-10 sm:columns-2">
			{#each keyGroups.list as group (group.title)}
				<section class="mb-5 break-inside-avoid">
					<h3 class="mb-1 text-xs font-semibold text-quiet">{group.title}</h3>
					<dl>
						{#each group.keys as key (key.does)}
							<div class="flex items-baseline gap-3 border-t py-1">
								<dt class="w-24 shrink-0 space-x-1">
									{#each key.shown as cap (cap)}<kbd class="key-cap">{cap}</kbd>{/each}
								</dt>
								<dd>{key.does}</dd>
							</div>
						{/each}
					</dl>
				</section>
			{/each}
		</div>
	{:else}
		<dl data-glossary>
			{#each found as { word, means, also } (word)}
				<div class="grid grid-cols-[150px_1fr] gap-x-3 border-t py-1.5">
					<dt class="font-semibold">{word}</dt>
					<dd>
						{means}{#if also}<span class="block text-xs text-quiet">also called: {also}</span>{/if}
					</dd>
				</div>
			{:else}<p class="text-quiet">No word here is called that, or explained so.</p>{/each}
		</dl>
	{/if}
	<p class="mt-4 border-t pt-2 text-xs text-quiet">
		Citations are formatted by citeproc-js, © 2009–2019 Frank Bennett, used under the Common Public
		Attribution License 1.0; its source is the package “citeproc”. The citation styles are those of the
		Citation Style Language project, under CC BY-SA 3.0.
	</p>
</Panel>
