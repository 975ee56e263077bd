<script lang="ts">
	import { Popover } from 'bits-ui';
	import { onMount } from 'svelte';
	import { ALL_TERMS, MEANINGS, readMeanings, type Term } from './meanings.svelte';

	/** Beside a word of the trade: what it means, in a sentence, until that has been read. */
	let { of }: { of: Term } = $props();
	// What this browser has read is known once the page stands.
	let isHere = $state(false);
	onMount(() => (isHere = true));
	const WORD = { heading: 'a heading', chief: 'chief', aspect: 'an aspect', fit: 'fit', narrower: 'with narrower', yield: 'a yield' } as const; // prettier-ignore
</script>

{#if isHere && !readMeanings.isRead(of)}
	<Popover.Root>
		<Popover.Trigger
			class="inline-flex h-6 min-w-6 items-center justify-center rounded-full px-1 align-baseline text-xs text-lichen-deep underline decoration-dotted underline-offset-2 hover:bg-shade"
			aria-label="What is {WORD[of]}?"
			data-meaning={of}>?</Popover.Trigger
		>
		<Popover.Portal>
			<Popover.Content
				class="z-[70] max-w-80 rounded-md border bg-leaf p-3 text-[13px] leading-5"
				sideOffset={4}
				aria-label="What {WORD[of]} is"
			>
				{#if of === 'narrower' || of === 'chief'}
					<svg width="150" height="64" viewBox="0 0 150 64" aria-hidden="true" class="mb-2 text-lichen">
						{#if of === 'narrower'}
							<path
								d="M24 14 V52 M24 32 H52 M24 52 H52"
								fill="none"
								stroke="var(--line)"
								stroke-width="1.5"
							/>
							<circle cx="24" cy="12" r="7" fill="currentColor" />
							<circle cx="58" cy="32" r="6" fill="currentColor" />
							<circle cx="58" cy="52" r="6" fill="currentColor" />
							<text x="40" y="16" font-size="11" fill="var(--bark)">picked</text>
							<text x="72" y="36" font-size="11" fill="var(--bark)">comes too</text>
							<text x="72" y="56" font-size="11" fill="var(--bark)">comes too</text>
						{:else}
							<rect x="4" y="4" width="60" height="56" fill="none" stroke="var(--line)" stroke-width="1.5" />
							<circle cx="18" cy="18" r="6" fill="currentColor" />
							<circle cx="18" cy="34" r="4" fill="none" stroke="currentColor" />
							<circle cx="18" cy="48" r="4" fill="none" stroke="currentColor" />
							<text x="74" y="22" font-size="11" fill="var(--bark)">chief</text>
							<text x="74" y="44" font-size="11" fill="var(--bark)">touched on</text>
						{/if}
					</svg>
				{/if}
				<p>{MEANINGS[of]}</p>
				<p class="mt-2 flex gap-1">
					<button class="quiet-action border !py-0 text-xs" onclick={() => readMeanings.add([of])}
						>I know now</button
					>
					<button class="quiet-action !py-0 text-xs" onclick={() => readMeanings.add(ALL_TERMS)}
						>I know all of these words</button
					>
				</p>
			</Popover.Content>
		</Popover.Portal>
	</Popover.Root>
{/if}
