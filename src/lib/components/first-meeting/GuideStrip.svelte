<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { guide, GUIDED, STEPS } from './guide.svelte';

	/** Where one is in the first ten minutes: below the screens of the inquiry it is about, and nowhere else. */
	const store = $derived(useInquiry()());
	let isHere = $state(false);
	onMount(() => (isHere = true));
	const at = $derived(guide.step ?? 0);
	const step = $derived(STEPS[at]);

	function go(to: number) {
		guide.go(to);
		const next = STEPS[to];
		if (next) void goto(next.at({ ...placeOf(store), id: GUIDED }));
	}
</script>

{#if isHere && store.id === GUIDED && guide.step !== null && step}
	<aside
		aria-label="The first ten minutes"
		class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t bg-wash px-4 py-2 print:hidden"
		data-guide={at}
	>
		<span class="shrink-0 text-xs text-quiet">{at + 1} of {STEPS.length}</span>
		<p class="min-w-60 flex-1" aria-live="polite">{step.says}</p>
		<span class="flex gap-1">
			<a class="quiet-action" href={step.at({ ...placeOf(store), id: GUIDED })}>Show me</a>
			{#if at > 0}<button class="quiet-action" onclick={() => go(at - 1)}>Back</button>{/if}
			{#if at < STEPS.length - 1}<button class="action !py-0.5" onclick={() => go(at + 1)}>Next</button>
			{:else}<button class="action !py-0.5" onclick={() => guide.go(null)}>Done</button>{/if}
			{#if at < STEPS.length - 1}<button class="quiet-action" onclick={() => guide.go(null)}>Leave</button
				>{/if}
		</span>
	</aside>
{/if}
