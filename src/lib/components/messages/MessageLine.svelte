<script lang="ts">
	import Close from '@lucide/svelte/icons/x';
	import { messages } from './messages.svelte';

	/** One line for what was just done or went wrong, in a place of its own: nothing lies under it. */
	const message = $derived(messages.shown);
	let whole = $state(false);
	let line = $state<HTMLElement>();
	let isCut = $state(false);
	// Of a new message the beginning is shown first.
	$effect(() => {
		void [message?.id, message?.effect];
		whole = false;
		isCut = line ? line.scrollWidth > line.clientWidth : false;
	});

	function act() {
		const run = message?.act?.run;
		messages.dismiss();
		run?.();
	}
</script>

<div
	class="relative flex h-7 min-w-0 flex-1 items-center gap-1 text-[13px] {message?.alert ? 'text-warn' : ''}"
	data-messages
>
	<p class="flex min-w-0" role="status" aria-live={message?.alert ? 'assertive' : 'polite'}>
		{#if message}
			<span class="truncate" bind:this={line}>{message.text}</span>
			{#if message.effect}<span class="shrink-0"
					>&nbsp;· <span class="font-semibold">{message.effect}</span></span
				>{/if}
		{/if}
	</p>
	{#if message}
		{#if isCut}
			<button class="quiet-action shrink-0 !px-1.5" aria-expanded={whole} onclick={() => (whole = !whole)}
				>{whole ? 'less' : 'all'}</button
			>
		{/if}
		{#if message.act}
			<button class="quiet-action shrink-0 !px-1.5 font-semibold" onclick={act}>{message.act.label}</button>
		{/if}
		{#if message.alert}
			<button class="quiet-action shrink-0 !px-1" aria-label="Understood" onclick={() => messages.dismiss()}
				><Close size={14} aria-hidden="true" />{#if messages.waiting > 0}<span class="text-xs"
						>{messages.waiting} more</span
					>{/if}</button
			>
		{/if}
	{/if}
</div>
{#if whole && message}
	<p class="absolute inset-x-0 top-full z-30 border-b bg-leaf px-4 py-2 text-[13px]">{message.text}</p>
{/if}
