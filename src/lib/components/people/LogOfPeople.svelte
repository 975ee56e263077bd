<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { moment } from '../inquiry/moment';

	interface Entry {
		id: number;
		at: string;
		said: string;
		person: string | null;
		address: string;
	}
	interface Log {
		entries: Entry[];
		more: boolean;
	}
	/** What administrators should be able to look up, the latest first. */
	let { log }: { log: Log } = $props();
	let earlier = $state<Entry[]>([]);
	let isMore = $state<boolean>();
	let problem = $state('');
	const entries = $derived([...log.entries, ...earlier]);

	async function more() {
		const { value, fault } = await ask<Log>(`/people/log?before=${entries.at(-1)?.id ?? 0}`);
		problem = fault?.message ?? '';
		if (!value) return;
		earlier = [...earlier, ...value.entries];
		isMore = value.more;
	}
</script>

<section aria-labelledby="log-title">
	<h2 id="log-title" class="text-lg font-semibold">Activity</h2>
	<p class="text-quiet">Sign-ins, roles, tokens, imports and removals, the latest first.</p>
	<ol class="mt-2 divide-y border-y">
		{#each entries as entry (entry.id)}
			<li class="flex min-h-8 items-center justify-between gap-4">
				<span
					>{entry.said}{#if entry.person && !entry.said.includes(entry.person)}{' '}<span class="text-quiet"
							>by {entry.person}</span
						>{/if}</span
				>
				<span class="shrink-0 text-xs text-quiet">{entry.address} {moment(entry.at)}</span>
			</li>
		{/each}
	</ol>
	{#if problem}<p class="mt-2 text-warn" role="alert">{problem}</p>{/if}
	{#if isMore ?? log.more}<button class="quiet-action mt-2" onclick={more}>Older entries</button>{/if}
</section>
