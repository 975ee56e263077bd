<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { JudgedFinding } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FindingList from './FindingList.svelte';

	/** The check of one strategy, asked when it is opened and after each change; the last answer stays until the next. */
	let { code, onTry }: { code: string; onTry: (finding: JudgedFinding) => void } = $props();
	const store = $derived(useInquiry()());
	const asked = new Asked<JudgedFinding[]>(
		() => `/inquiry/${store.id}/strategy/${code}/check?at=${store.followed}`
	);
</script>

{#if asked.fault}<p class="text-warn">{asked.fault.message}</p>
{:else if !asked.value}<p class="text-quiet" aria-live="polite">
		Looking through headings, words, spelling, limits and pearls …
	</p>
{:else}
	<p class="mb-2 text-quiet">The largest effect first. Each fix is tried before it is kept.</p>
	<FindingList findings={asked.value} {code} {onTry} />
{/if}
