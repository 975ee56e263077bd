<script lang="ts">
	import { hour } from '../inquiry/moment';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Panel from '../parts/Panel.svelte';

	/** Two people, or two windows, changed the same thing: both sides, and the choice between them. */
	const store = $derived(useInquiry()());
	const first = $derived(store.met[0]);
</script>

<Panel
	bind:open={() => first !== undefined, (open) => !open && store.choose('theirs')}
	title="Changed in two windows at once"
>
	{#if first}
		<p class="mb-3">{first.message}</p>
		<table class="mb-4 w-full">
			<thead>
				<tr class="border-b text-left text-quiet">
					<th class="py-1 pr-4 font-normal" scope="col">What</th>
					<th class="py-1 pr-4 font-normal" scope="col">Yours</th>
					<th class="py-1 font-normal" scope="col">
						{first.by ?? 'The other'}{first.at ? `, ${hour(first.at)}` : ''}
					</th>
				</tr>
			</thead>
			<tbody>
				{#each first.collisions as { what, part, yours, theirs } (what + part)}
					<tr class="border-b">
						<td class="py-1.5 pr-4">{what} <span class="text-quiet">{part}</span></td>
						<td class="py-1.5 pr-4 font-medium">{yours}</td>
						<td class="py-1.5 font-medium">{theirs}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<div class="flex gap-3">
			<button class="action" onclick={() => store.choose('mine')}>Use mine</button>
			<button class="quiet-action border" onclick={() => store.choose('theirs')}>Keep the other</button>
		</div>
		<p class="mt-3 text-xs text-quiet">Both stay in the history, whichever you choose.</p>
	{/if}
</Panel>
