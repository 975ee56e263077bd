<script lang="ts">
	import { aboutLine, commentsOn } from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Comments from './Comments.svelte';

	/** What was said about a line of a strategy, behind one word until it is wanted. */
	let { code, line }: { code: string; line: string } = $props();
	const store = $derived(useInquiry()());
	const about = $derived([aboutLine(code, line)]);
	const open = $derived(commentsOn(store.inquiry, about).filter(({ isSettled }) => !isSettled).length);
	let isOpen = $state(false);
</script>

<div class="w-full">
	<button class="quiet-action !py-0.5" aria-expanded={isOpen} onclick={() => (isOpen = !isOpen)}
		>{open > 0 ? `Comments, ${open} open` : 'Comments'}</button
	>
	{#if isOpen}<div class="max-w-md py-1"><Comments {about} /></div>{/if}
</div>
