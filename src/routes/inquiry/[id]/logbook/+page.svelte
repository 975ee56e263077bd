<script lang="ts">
	import type { HistoryEntry } from '$lib/server/inquiry-changes';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';

	/** What was decided and when, in words, newest first. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	let older = $state.raw<HistoryEntry[]>([]);
	let more = $derived(data.more);
	const entries = $derived([...data.entries, ...older]);

	async function readOlder() {
		const last = entries[entries.length - 1];
		const response = await fetch(`/inquiry/${store.id}/history?before=${last.revision}`).catch(
			() => undefined
		);
		if (!response?.ok) return;
		const answer = (await response.json()) as { entries: HistoryEntry[]; more: boolean };
		older = [...older, ...answer.entries];
		more = answer.more;
	}

	const days = $derived.by(() => {
		const found: { day: string; entries: HistoryEntry[] }[] = [];
		for (const entry of entries) {
			const day = new Date(entry.at).toLocaleDateString('en-GB', {
				weekday: 'long',
				day: 'numeric',
				month: 'long',
				year: 'numeric'
			});
			if (found[found.length - 1]?.day !== day) found.push({ day, entries: [] });
			found[found.length - 1].entries.push(entry);
		}
		return found;
	});
	const hour = (at: string | Date) =>
		new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	const STATES = { standing: '', undone: 'undone', dropped: 'undone' } as const;
</script>

<svelte:head><title>Logbook · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Logbook">
	<div class="mx-auto max-w-3xl p-6">
		<h1 class="mb-4 text-base font-semibold">Logbook</h1>
		{#each days as { day, entries: own } (day)}
			<section class="mb-6">
				<h2 class="mb-1 border-b pb-1 text-quiet">{day}</h2>
				<ol>
					{#each own as entry (entry.revision)}
						<li class="grid grid-cols-[52px_1fr_auto] gap-x-3 py-1">
							<span class="text-quiet">{hour(entry.at)}</span>
							<span>
								<span class:line-through={entry.kind === 'do' && entry.state !== 'standing'}
									>{entry.summary}</span
								>
								{#if entry.kind === 'do' && STATES[entry.state]}<span class="text-xs text-quiet">
										{STATES[entry.state]}</span
									>{/if}
								{#if entry.note}<span class="block text-xs text-quiet">{entry.note}</span>{/if}
							</span>
							<span class="text-xs text-quiet">{entry.person}</span>
						</li>
					{/each}
				</ol>
			</section>
		{:else}
			<p class="text-quiet">
				Nothing has been done in this inquiry yet. Every change is kept here, with its reason.
			</p>
		{/each}
		{#if more}<button class="quiet-action border" onclick={readOlder}>Older entries</button>{/if}
	</div>
</div>
