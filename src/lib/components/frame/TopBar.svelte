<script lang="ts">
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { lanesAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import MessageLine from '../messages/MessageLine.svelte';
	import PeopleHere from './PeopleHere.svelte';
	import RefusedPanel from './RefusedPanel.svelte';
	import ThemeSwitch from './ThemeSwitch.svelte';

	let { person, onKeys }: { person: string; onKeys: () => void } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));

	let refusedOpen = $state(false);
	let word = $state('');
	/** Counts what was typed, so that an answer to an earlier text never sets the field back. */
	let typed = 0;
	let answered = 0;
	let wait: ReturnType<typeof setTimeout> | undefined;

	// The address says what is looked up; while a person types, the field is ahead of it.
	$effect(() => {
		const inAddress = page.url.searchParams.get('q') ?? '';
		if (typed === answered) word = inAddress;
	});

	function look() {
		const now = ++typed;
		clearTimeout(wait);
		wait = setTimeout(async () => {
			const inLanes = page.url.pathname.endsWith('/browse');
			await goto(lanesAt(place, word.trim()), { replaceState: inLanes, keepFocus: true, noScroll: true });
			answered = now;
		}, 70);
	}

	function intoResults(event: KeyboardEvent) {
		if (event.key !== 'ArrowDown' && event.key !== 'Enter') return;
		const first = document.querySelector<HTMLElement>('[data-row]');
		if (!first) return;
		event.preventDefault();
		first.focus();
	}
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
	<form
		role="search"
		class="relative w-[30%] min-w-40 shrink-0 max-sm:min-w-32"
		onsubmit={(event) => {
			event.preventDefault();
			look();
		}}
	>
		<label class="sr-only" for="word-field">Look a word up in all chosen indexes</label>
		<input
			id="word-field"
			class="field w-full pr-8"
			type="text"
			autocomplete="off"
			spellcheck="false"
			maxlength="200"
			placeholder="Look a word up in all chosen indexes"
			bind:value={word}
			oninput={look}
			onkeydown={intoResults}
		/>
		<kbd class="key-cap pointer-events-none absolute top-1.5 right-2" aria-hidden="true">/</kbd>
	</form>
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
