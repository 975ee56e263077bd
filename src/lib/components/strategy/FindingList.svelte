<script lang="ts">
	import { cellId } from '$core/crosswalk';
	import type { JudgedFinding } from '$lib/server/reading';
	import { crosswalkAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { signed } from '../parts/numbers';
	import { leaveFinding } from './findings';

	/** Findings of a check, the largest effect first; what was looked at and left as it is rests below, with the reason. */
	interface Props {
		findings: readonly JudgedFinding[];
		/** Code of the index. */
		code: string;
		/** Tries the mend of a finding. */
		onTry: (finding: JudgedFinding) => void;
	}
	let { findings, code, onTry }: Props = $props();
	const store = $derived(useInquiry()());
	const open = $derived(findings.filter(({ left }) => left === undefined));
	const left = $derived(findings.filter(({ left }) => left !== undefined));
	/** The finding whose reason is being written. */
	let asked = $state('');
	let reason = $state('');
	const placeOf = ({ place: { concept, limit } }: JudgedFinding) =>
		concept !== undefined
			? (store.inquiry.concepts[concept]?.name ?? '')
			: limit !== undefined
				? 'limits'
				: '';

	function leave(event: Event, finding: JudgedFinding) {
		event.preventDefault();
		if (reason.trim() === '') return;
		leaveFinding(store, code, finding, reason.trim());
		asked = reason = '';
	}
</script>

<ul data-findings>
	{#each open as finding (finding.name + finding.text)}
		<li class="grid grid-cols-[64px_1fr_auto] items-baseline gap-3 border-t py-1.5 first:border-t-0">
			<span class="text-right font-semibold">{finding.effect === 0 ? '·' : signed(finding.effect)}</span>
			<span class="min-w-0"
				>{finding.text}
				{#if placeOf(finding)}<span class="text-xs text-quiet">{placeOf(finding)}</span>{/if}
				{#if asked === finding.name}
					<form data-changes class="mt-1 flex gap-2" onsubmit={(event) => leave(event, finding)}>
						<!-- svelte-ignore a11y_autofocus (it opens where the keys are) -->
						<input
							class="field flex-1 !py-0.5"
							placeholder="Why it is right as it is"
							aria-label="Why it is right as it is"
							maxlength="2000"
							autofocus
							bind:value={reason}
							onkeydown={(event) => {
								if (event.key !== 'Escape') return;
								event.stopPropagation();
								asked = '';
							}}
						/>
						<button class="action !py-0.5" disabled={reason.trim() === ''}>Leave it</button>
					</form>
				{/if}</span
			>
			<span class="flex gap-1">
				{#if finding.mend}<button
						class="quiet-action border !py-0 text-xs"
						aria-label="Try: {finding.text}"
						onclick={() => onTry(finding)}>Try</button
					>{:else if finding.place.concept}<a
						class="quiet-action border !py-0 text-xs"
						aria-label="To the cell: {finding.text}"
						href={crosswalkAt(
							{ id: store.id, concept: finding.place.concept },
							cellId(finding.place.concept, code)
						)}>To the cell</a
					>{/if}
				{#if asked !== finding.name}<button
						class="quiet-action !py-0 text-xs"
						aria-label="Leave as it is: {finding.text}"
						onclick={() => (asked = finding.name)}>Leave as it is</button
					>{/if}
			</span>
		</li>
	{:else}<li class="py-1.5">
			{left.length > 0
				? 'Everything else that was found has been dealt with.'
				: 'Nothing was found that is probably wrong.'}
		</li>{/each}
</ul>
{#if left.length > 0}
	<h3 class="mt-3 border-t pt-2 text-quiet">Looked at and left as it is</h3>
	<ul data-left>
		{#each left as finding (finding.name + finding.text)}
			<li class="grid grid-cols-[1fr_auto] items-baseline gap-3 py-1">
				<span class="min-w-0 text-quiet">{finding.text} <span class="text-bark">{finding.left}</span></span>
				<button
					class="quiet-action !py-0 text-xs"
					aria-label="Take up again: {finding.text}"
					onclick={() => leaveFinding(store, code, finding, undefined)}>Take up again</button
				>
			</li>
		{/each}
	</ul>
{/if}
