<script lang="ts">
	import type { Decision, ListEntry } from '$core/crosswalk';
	import { inUse } from '$core/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { moment } from '../inquiry/moment';
	import DecisionMark from '../listing/DecisionMark.svelte';

	/** What is decided of the work in hand, and why; a reason, a note and tags are kept as soon as they are written. */
	interface Props {
		entry: ListEntry;
		/** Works that are marked: a decision is on them all. */
		marked: number;
		/** Who decided, by name. */
		names: Record<string, string>;
		onDecide: (decision: Decision) => void;
	}
	let { entry, marked, names, onDecide }: Props = $props();
	const store = $derived(useInquiry()());
	const all = $derived(Object.values(store.inquiry.entries));
	const reasons = $derived(inUse(all, 'reason').slice(0, 30));
	const tags = $derived(inUse(all, 'tags').slice(0, 30));
	const DECISIONS = [
		['keep', 'Keep', 'F'],
		['drop', 'Drop', 'D'],
		['open', 'Leave open', 'S']
	] as const;

	const say = (what: 'reason' | 'note', value: string) => {
		if (value.trim() !== entry[what])
			store.send({ kind: 'entries.set', ids: [entry.id], [what]: value.trim() });
	};
	const tag = (text: string) => {
		const wanted = text
			.split(/[,;]/)
			.map((one) => one.trim())
			.filter(Boolean);
		if (wanted.join('\n') !== entry.tags.join('\n'))
			store.send({ kind: 'entries.set', ids: [entry.id], tags: wanted });
	};
	/** Enter keeps what was written and goes back to the list. */
	function onkeydown(event: KeyboardEvent) {
		if (event.key !== 'Enter' && event.key !== 'Escape') return;
		event.preventDefault();
		if (event.key === 'Escape' && event.currentTarget instanceof HTMLInputElement)
			event.currentTarget.value = event.currentTarget.defaultValue;
		document.querySelector<HTMLElement>('[data-entry][aria-selected=true]')?.focus();
	}
</script>

<section aria-label="Decision" class="border-t bg-leaf px-4 py-2">
	<div class="flex flex-wrap items-center gap-1.5">
		{#each DECISIONS as [decision, says, key] (decision)}
			<button
				data-changes
				class="quiet-action border aria-pressed:bg-wash aria-pressed:font-semibold"
				data-decide={decision}
				aria-pressed={marked === 0 && entry.decision === decision && entry.decidedAt !== ''}
				aria-keyshortcuts={key}
				onclick={() => onDecide(decision)}
				><DecisionMark {decision} /> {says} <span class="key-cap" aria-hidden="true">{key}</span></button
			>
		{/each}
		<span class="ml-auto text-xs text-quiet" data-decided>
			{#if marked > 0}for the {marked} that are marked
			{:else if entry.decidedAt}{names[entry.decidedBy] ?? 'somebody'}, {moment(entry.decidedAt)}
			{:else}not looked at yet{/if}
		</span>
	</div>
	{#key entry.id}
		<div class="mt-1.5 grid grid-cols-[1fr_1fr_1fr] gap-2 max-md:grid-cols-1">
			<label class="text-xs text-quiet"
				>Why (G)<input
					class="field w-full text-[13px] text-bark"
					data-reason
					list="reasons-in-use"
					maxlength="500"
					defaultValue={entry.reason}
					onchange={(event) => say('reason', event.currentTarget.value)}
					{onkeydown}
				/></label
			>
			<label class="text-xs text-quiet"
				>Note<input
					class="field w-full text-[13px] text-bark"
					maxlength="10000"
					defaultValue={entry.note}
					onchange={(event) => say('note', event.currentTarget.value)}
					{onkeydown}
				/></label
			>
			<label class="text-xs text-quiet"
				>Tags (H)<input
					class="field w-full text-[13px] text-bark"
					data-tags
					placeholder="parted by commas"
					list="tags-in-use"
					defaultValue={entry.tags.join(', ')}
					onchange={(event) => tag(event.currentTarget.value)}
					{onkeydown}
				/></label
			>
		</div>
	{/key}
	<datalist id="reasons-in-use"
		>{#each reasons as reason (reason)}<option value={reason}></option>{/each}</datalist
	>
	<datalist id="tags-in-use"
		>{#each tags as one (one)}<option value={one}></option>{/each}</datalist
	>
</section>
