<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { messages } from '$lib/components/messages/messages.svelte';
	import Menu from '$lib/components/parts/Menu.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import type { WatchFind, WatchSummary } from '$lib/server/keeping';
	import WatchRow from './WatchRow.svelte';

	/** The watches of an inquiry, with what is new; and making one. */
	let { watches }: { watches: readonly { watch: WatchSummary; finds: WatchFind[] }[] } = $props();
	const store = $derived(useInquiry()());
	const title = $derived(store.inquiry.about.title);

	async function make(body: { name: string; index?: string }) {
		const { fault } = await ask(`/inquiry/${store.id}/watches`, { body });
		if (fault) return messages.warn(inWords(fault, 'No watch was made.'));
		messages.say(`Watching: ${body.name}`);
		await invalidateAll();
	}
	async function look() {
		const { value, fault } = await ask<{ found: number }>(`/inquiry/${store.id}/watches`, { method: 'PUT' });
		if (fault) return messages.warn(inWords(fault, 'Nothing was looked for.'));
		messages.say(
			value.found === 0 ? 'Nothing new has arrived.' : `Found ${counted(value.found, 'new record')}.`
		);
		await invalidateAll();
	}
</script>

<section aria-labelledby="watches">
	<h2 class="flex flex-wrap items-center gap-2 border-b pb-1" id="watches">
		<span class="font-semibold">Watches</span>
		<span class="text-quiet">what is new among the records goes to the reading list, open</span>
		<span class="ml-auto flex gap-1">
			{#if watches.length > 0}<button class="quiet-action" onclick={() => void look()}>Check now</button>{/if}
			{#if store.columns.length > 0}
				<Menu
					changes
					label="Watch a strategy"
					class="quiet-action"
					items={[
						{
							says: 'All strategies as a pooled list',
							note: 'each work once',
							run: () => void make({ name: `${title}, all indexes` })
						},
						...store.columns.map(({ code, name }) => ({
							says: `The strategy for ${name}`,
							run: () => void make({ name: `${title}, ${name}`, index: code })
						}))
					]}>Watch a strategy</Menu
				>
			{/if}
		</span>
	</h2>
	<ul class="divide-y">
		{#each watches as { watch, finds } (watch.id)}<WatchRow {watch} {finds} />{:else}
			<li class="py-3 text-quiet">
				No watch yet. A watch looks at every record that arrives and tells which are new for a strategy; an
				author, an affiliation, a source or a heading is watched from its records.
			</li>
		{/each}
	</ul>
</section>
