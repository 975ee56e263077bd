<script lang="ts">
	import type { StrategyView, Trial } from '$lib/server/search';
	import { number, signed } from '../parts/numbers';

	/** What a text that is being typed would find, and what becomes of it. */
	interface Props {
		preview: { view: StrategyView; trial: Trial } | undefined;
		isFaulty: boolean;
		onFollow: () => void;
		onPutBack: () => void;
	}
	let { preview, isFaulty, onFollow, onPutBack }: Props = $props();
</script>

<div class="mt-1 flex flex-wrap items-center gap-2 text-xs">
	{#if preview && !isFaulty}
		<span
			>finds {number(preview.trial.after)} ({signed(preview.trial.after - preview.trial.before)}){preview.view
				.beyond
				? '; it says more than blocks can show, and is kept as text'
				: ''}</span
		>
	{/if}
	<button class="action !py-0.5" disabled={isFaulty || !preview} onclick={onFollow}>Follow this text</button>
	<button class="quiet-action !py-0.5" onclick={onPutBack}>Discard</button>
	<span class="text-quiet">Until then it is kept in this browser only.</span>
</div>
{#each preview?.view.remarks ?? [] as remark, i (i)}<p class="mt-1 text-xs text-quiet">
		{remark.message}
	</p>{/each}
