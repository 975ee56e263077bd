<script lang="ts">
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { page } from '$app/state';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import WordField from '../find/WordField.svelte';
	import MessageLine from '../messages/MessageLine.svelte';
	import PeopleHere from './PeopleHere.svelte';
	import RefusedPanel from './RefusedPanel.svelte';
	import ThemeSwitch from './ThemeSwitch.svelte';

	let { person, onKeys }: { person: string; onKeys: () => void } = $props();
	const store = $derived(useInquiry()());

	let refusedOpen = $state(false);
	const saving = $derived.by(() => {
		if (store.saving === 'saved') return 'Saved';
		if (store.saving === 'saving') return 'Saving';
		// Until it lies on the disk of whoever typed it, nothing is promised.
		return store.isKept ? 'Kept here' : 'Not saved';
	});
</script>

<header class="relative flex h-11 shrink-0 items-center gap-3 border-b px-3 max-sm:gap-2 print:hidden">
	<a href="/" class="min-w-0 shrink-0 max-lg:hidden">
		<span class="sr-only">All inquiries; this one is</span>
		<span class="block max-w-44 truncate leading-4 font-medium">{store.inquiry.about.title}</span>
		<span class="block max-w-44 truncate text-xs leading-4 text-quiet">{store.inquiry.about.question}</span>
	</a>
	<WordField />
	<div class="flex shrink-0">
		<button
			class="quiet-action !px-1.5"
			disabled={!store.undoName}
			onclick={() => store.step('undo')}
			aria-label={store.undoName ? `Undo: ${store.undoName}` : 'Undo: nothing to undo'}
			><Undo size={16} aria-hidden="true" /></button
		>
		<button
			class="quiet-action !px-1.5"
			disabled={!store.redoName}
			onclick={() => store.step('redo')}
			aria-label={store.redoName ? `Redo: ${store.redoName}` : 'Redo: nothing to redo'}
			><Redo size={16} aria-hidden="true" /></button
		>
	</div>
	<MessageLine />
	{#if store.refused.list.length > 0}
		<button class="quiet-action shrink-0 text-xs !text-warn" onclick={() => (refusedOpen = true)}
			>{store.refused.list.length} not saved</button
		>
	{/if}
	<p class="shrink-0 text-right text-xs whitespace-nowrap text-quiet" role="status" data-saving>
		{saving}
	</p>
	<div class="flex shrink-0">
		<button class="quiet-action !px-2" onclick={onKeys} aria-label="Help: keys and words">?</button>
		<ThemeSwitch />
	</div>
	{#if page.data.me?.alone}<a class="quiet-action shrink-0 !px-1.5 text-xs" href="/inquiry/{store.id}/people"
			>Share</a
		>
		<span class="shrink-0 text-xs text-quiet max-xl:hidden">{person}</span>
	{:else}<PeopleHere {person} />{/if}
</header>
<RefusedPanel bind:open={refusedOpen} />
