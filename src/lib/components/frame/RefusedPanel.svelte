<script lang="ts">
	import { moment } from '../inquiry/moment';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { asText } from '../inquiry/refused.svelte';
	import { messages } from '../messages/messages.svelte';
	import Panel from '../parts/Panel.svelte';

	/** What the server refused: each with the reason, to be copied out or dropped. */
	let { open = $bindable(false) }: { open?: boolean } = $props();
	const store = $derived(useInquiry()());
	const list = $derived(store.refused.list);

	async function copy() {
		try {
			await navigator.clipboard.writeText(asText(list));
			messages.say('Copied what was not saved.');
		} catch {
			messages.warn('The browser did not let it be copied. Select the text and copy it by hand.');
		}
	}
	function dropAll() {
		store.refused.dropAll();
		open = false;
	}
</script>

<Panel bind:open title="Not saved">
	<p class="mb-3">
		The server refused these changes for good, so they are not part of the inquiry. They stay here until you
		drop them; what came after them was saved.
	</p>
	<ul class="mb-4">
		{#each list as refused, i (i)}
			<li class="border-t py-2">
				<div class="flex items-baseline gap-2">
					<span class="font-medium">{refused.summary}</span>
					<span class="text-xs text-quiet">{moment(refused.at)}</span>
					<button class="quiet-action ml-auto" onclick={() => store.refused.drop(refused)}>Drop</button>
				</div>
				<p class="text-warn">{refused.message}</p>
				<details>
					<summary class="cursor-pointer text-xs text-quiet">What it held</summary>
					<pre
						class="mt-1 max-h-40 overflow-auto rounded border bg-paper p-2 text-xs whitespace-pre-wrap">{JSON.stringify(
							refused.command,
							null,
							'\t'
						)}</pre>
				</details>
			</li>
		{:else}
			<li class="text-quiet">Everything is saved.</li>
		{/each}
	</ul>
	{#if list.length > 0}
		<div class="flex gap-3">
			<button class="action" onclick={copy}>Copy all as text</button>
			<button class="quiet-action border" onclick={dropAll}>Drop all</button>
		</div>
	{/if}
</Panel>
