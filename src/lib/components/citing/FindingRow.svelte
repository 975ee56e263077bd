<script lang="ts">
	import { PART_WORDS, partFromWords, partInWords, type CitationFinding } from '$core/reading';
	import type { CheckedWork } from '$lib/server/reading';
	import { messages } from '../messages/messages.svelte';

	/** One thing that is probably wrong with a citation: what would mend it, or a field to mend it by hand. */
	interface Props {
		work: CheckedWork;
		finding: CitationFinding;
		/** Works of the list that the same mend is offered for, this one included. */
		alike: number;
		onMend: (field: string, value: unknown) => void;
		/** Takes the mend for all that are alike. */
		onMendAll: () => void;
	}
	let { work, finding, alike, onMend, onMendAll }: Props = $props();
	const { field } = $derived(finding);
	const now = $derived(partInWords(field, work.item[field]));
	const offered = $derived(
		finding.mend === undefined ? undefined : partInWords(field, finding.mend) || 'leave it out'
	);
	let byHand = $state(false);
	let written = $state('');

	function write(event: Event) {
		event.preventDefault();
		try {
			onMend(field, partFromWords(field, written));
			byHand = false;
		} catch (error) {
			messages.warn((error as RangeError).message);
		}
	}
</script>

<li class="py-0.5" data-finding={finding.rule}>
	<p>{finding.says}</p>
	{#if byHand}
		<form data-changes class="mt-0.5 flex gap-1" onsubmit={write}>
			<!-- svelte-ignore a11y_autofocus (it opens where the keys are) -->
			<input
				class="field min-w-0 flex-1 !py-0 text-xs"
				aria-label="The {PART_WORDS[field]} as it should be"
				autofocus
				bind:value={written}
				onkeydown={(event) => {
					if (event.key !== 'Escape') return;
					event.stopPropagation();
					byHand = false;
				}}
			/>
			<button class="action !py-0 text-xs">Fix</button>
		</form>
	{:else}
		<p class="flex flex-wrap items-baseline gap-1 text-xs">
			{#if offered !== undefined}<span class="text-quiet">fix:</span><button
					class="quiet-action border !py-0 text-left text-xs"
					data-mend
					onclick={() => onMend(field, finding.mend)}
					>{offered.length > 120 ? `${offered.slice(0, 120)}…` : offered}</button
				>{#if finding.from}<span class="text-quiet">as {finding.from} has it</span>{/if}
				{#if alike > 1}<button class="quiet-action !py-0 text-xs" onclick={onMendAll}>in all {alike}</button
					>{/if}
			{/if}
			{#if field in PART_WORDS && finding.rule !== 'twice'}<button
					class="quiet-action !py-0 text-xs"
					onclick={() => {
						written = now;
						byHand = true;
					}}>by hand</button
				>{/if}
		</p>
	{/if}
</li>
