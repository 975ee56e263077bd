<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { recordsAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { counted, number } from '$lib/components/parts/numbers';
	import Menu from '$lib/components/parts/Menu.svelte';
	import type { WatchFind, WatchSummary } from '$lib/server/keeping';

	/** One watch: what it looks for, what it found since somebody last looked, and what can be done with it. */
	interface Props {
		watch: WatchSummary;
		finds: readonly WatchFind[];
	}
	let { watch, finds }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const at = $derived(`/inquiry/${store.id}/watches/${watch.id}`);
	const SHOWN = 10;
	let all = $state(false);

	async function send(method: string, body?: unknown) {
		const { fault } = await ask(at, { method, body });
		if (fault) return messages.warn(inWords(fault, 'The watch stays as it was.'));
		await invalidateAll();
	}
	const what = $derived(
		watch.kind === 'pool'
			? 'all strategies of this inquiry, each work once'
			: watch.kind === 'strategy'
				? `the strategy for ${store.indexName(watch.index ?? '')}`
				: `in ${store.indexName(watch.index ?? '')}: ${watch.cql}`
	);
</script>

<li class="space-y-1 py-3" data-watch={watch.id}>
	<div class="flex flex-wrap items-baseline gap-x-3">
		<h3 class="text-base font-semibold">{watch.name}</h3>
		<span class="min-w-0 flex-1 text-quiet">{what}</span>
		{#if finds.length > 0}<button class="quiet-action" onclick={() => void send('POST', {})}>Looked at</button
			>{/if}
		<button class="quiet-action" onclick={() => void send('PATCH', { paused: !watch.paused })}
			>{watch.paused ? 'Go on' : 'Stop'}</button
		>
		<Menu
			changes
			label="More of the watch {watch.name}"
			class="quiet-action"
			items={[
				...(watch.key === undefined
					? []
					: [
							{
								says: 'Its Atom feed',
								note: 'at an address for you alone',
								file: { at: `/watches/${watch.key}/feed.atom`, name: 'watch.atom' }
							}
						]),
				{
					says: 'Change the feed addresses',
					note: 'everybody’s old one leads nowhere then',
					run: () => void send('PATCH', { anew: true })
				},
				{
					says: 'Remove the watch',
					note: 'what stands on the reading list stays',
					run: () => void send('DELETE')
				}
			]}>More</Menu
		>
	</div>
	<p class="text-xs text-quiet">
		{#if watch.paused}Stopped.{:else if watch.ranAt}Looked last {moment(watch.ranAt)}.{:else}Waits for the
			first records to arrive.{/if}
		{counted(watch.found, 'record')} found since {moment(watch.madeAt)}{watch.unlooked > 0
			? `, ${number(watch.unlooked)} not looked at`
			: ''}.
	</p>
	{#if watch.trouble}<p class="border-l-2 border-warn bg-warn-wash px-2 py-1">{watch.trouble}</p>{/if}
	{#if finds.length > 0}
		<ul class="border-l-2 border-lichen pl-3">
			{#each all ? finds : finds.slice(0, SHOWN) as { index, id, title, authors, year } (`${index}/${id}`)}
				<li class="py-0.5">
					<a class="hover:underline" href={recordsAt(place, index, { whole: true, record: id })}>{title}</a>
					<span class="text-xs text-quiet"
						>{[authors, year ?? '', store.indexName(index)].filter((part) => part !== '').join(', ')}</span
					>
				</li>
			{/each}
			{#if finds.length > SHOWN && !all}<li>
					<button class="quiet-action" onclick={() => (all = true)}>All {number(finds.length)}</button>
				</li>{/if}
		</ul>
	{/if}
</li>
