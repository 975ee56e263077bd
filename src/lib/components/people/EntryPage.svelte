<script lang="ts">
	import type { Snippet } from 'svelte';
	import Emblem from '../frame/Emblem.svelte';
	import ThemeSwitch from '../frame/ThemeSwitch.svelte';

	/** A page on which nobody is signed in yet: what is asked, and where else to go. */
	let { title, children, elsewhere }: { title: string; children: Snippet; elsewhere?: Snippet } = $props();
</script>

<svelte:head><title>{title} · Oakmoss</title></svelte:head>

<header class="flex h-11 items-center justify-between border-b px-3">
	<span class="flex items-center gap-2 font-semibold"><Emblem />Oakmoss</span>
	<ThemeSwitch />
</header>
<main class="mx-auto w-full max-w-md px-6 py-12">
	<h1 class="text-xl font-semibold">{title}</h1>
	<div class="mt-4 space-y-4">{@render children()}</div>
	{#if elsewhere}<div class="mt-8 space-y-1 border-t pt-4 text-quiet">{@render elsewhere()}</div>{/if}
</main>
