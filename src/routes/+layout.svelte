<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { afterNavigate } from '$app/navigation';
	import { page } from '$app/state';
	import { askAs } from '$lib/client/ask';
	import { messages } from '$lib/components/messages/messages.svelte';

	let { data, children } = $props();
	// The page has come alive.
	onMount(() => document.documentElement.toggleAttribute('data-ready', true));
	// What was said on one inquiry says nothing on another; within one it stays.
	const inquiryOf = (path: string | undefined) => /^\/inquiry\/[^/]+/.exec(path ?? '')?.[0] ?? '';
	/** Why nothing is taken from this page any more, where that is so. */
	let away = $state('');
	$effect(() => {
		away = '';
		askAs(data.me?.alone === false ? data.me.id : undefined, (fault) => (away = fault?.message ?? ''));
	});
	afterNavigate(({ from, to }) => {
		if (from && inquiryOf(from.url.pathname) !== inquiryOf(to?.url.pathname)) messages.clear();
	});
</script>

{#if away}
	<p role="alert" class="flex flex-wrap items-center gap-x-4 border-b bg-wash px-4 py-2 print:hidden">
		<span>{away} What was not saved is kept here.</span>
		<a
			class="underline"
			href="/sign-in?to={encodeURIComponent(page.url.pathname + page.url.search)}"
			data-sveltekit-reload>Continue as the person signed in</a
		>
	</p>
{/if}
{@render children()}
