<script lang="ts">
	import Redo from '@lucide/svelte/icons/redo-2';
	import Undo from '@lucide/svelte/icons/undo-2';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import {
		crosswalkAt,
		indexesAt,
		lanesAt,
		logbookAt,
		questionAt,
		recordsAt,
		strategyAt
	} from '../inquiry/addresses';
	import { currentConcept } from '../inquiry/current-concept';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Emblem from './Emblem.svelte';
	import ThemeSwitch from './ThemeSwitch.svelte';

	let { person, onKeys }: { person: string; onKeys: () => void } = $props();
	const store = $derived(useInquiry()());
	const place = $derived({ id: store.id, concept: currentConcept(store)?.id });

	const screens = $derived([
		{ name: 'Question', href: questionAt(place), on: page.url.pathname.endsWith('/question') },
		{ name: 'Subject indexes', href: indexesAt(place), on: page.url.pathname.endsWith('/indexes') },
		{ name: 'Crosswalk', href: crosswalkAt(place), on: page.url.pathname === `/inquiry/${store.id}` },
		{ name: 'Browse', href: lanesAt(place), on: page.url.pathname.includes('/browse') },
		{ name: 'Strategy', href: strategyAt(place), on: page.url.pathname.endsWith('/strategy') },
		{ name: 'Records', href: recordsAt(place), on: page.url.pathname.endsWith('/records') },
		{ name: 'Logbook', href: logbookAt(place), on: page.url.pathname.endsWith('/logbook') }
	]);

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
</script>

<header class="flex h-11 shrink-0 items-center gap-3 border-b px-3 max-xl:gap-1.5">
	<a href="/" class="flex items-center gap-2 font-semibold" aria-label="Oakmoss, all inquiries">
		<Emblem /><span class="max-lg:hidden">Oakmoss</span>
	</a>
	<div class="min-w-0 shrink border-l pl-3 max-lg:hidden" title={store.inquiry.about.question}>
		<p class="max-w-52 truncate leading-4 font-medium">{store.inquiry.about.title}</p>
		<p class="max-w-52 truncate text-xs leading-4 text-quiet">{store.inquiry.about.question}</p>
	</div>
	<nav aria-label="Screens" class="flex shrink-0 gap-1 max-xl:gap-0">
		{#each screens as screen (screen.name)}
			<a
				href={screen.href}
				aria-current={screen.on ? 'page' : undefined}
				class="rounded px-2 py-1 hover:bg-shade max-xl:px-1.5 aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep"
				>{screen.name}</a
			>
		{/each}
	</nav>
	<form
		role="search"
		class="relative ml-auto min-w-28 flex-1"
		onsubmit={(event) => {
			event.preventDefault();
			look();
		}}
	>
		<label class="sr-only" for="word-field">Look a word up in all chosen indexes</label>
		<input
			id="word-field"
			class="field w-full"
			type="text"
			autocomplete="off"
			spellcheck="false"
			maxlength="200"
			placeholder="Look up"
			bind:value={word}
			oninput={look}
			onkeydown={intoResults}
		/>
		<kbd class="key-cap pointer-events-none absolute top-1.5 right-2" aria-hidden="true">/</kbd>
	</form>
	<p class="w-16 shrink-0 text-right text-xs whitespace-nowrap text-quiet" role="status">
		{store.saving === 'saved' ? 'Saved' : store.saving === 'saving' ? 'Saving' : 'Kept here'}
	</p>
	<div class="flex shrink-0">
		<button
			class="quiet-action !px-1.5"
			disabled={!store.undoName}
			onclick={() => store.step('undo')}
			aria-label="Undo"
			title={store.undoName ? `Undo: ${store.undoName}` : 'Nothing to undo'}
			><Undo size={16} aria-hidden="true" /></button
		>
		<button
			class="quiet-action !px-1.5"
			disabled={!store.redoName}
			onclick={() => store.step('redo')}
			aria-label="Redo"
			title={store.redoName ? `Redo: ${store.redoName}` : 'Nothing to redo'}
			><Redo size={16} aria-hidden="true" /></button
		>
		<button
			class="quiet-action !px-2"
			onclick={onKeys}
			aria-label="Keys of this screen"
			title="Keys of this screen">?</button
		>
		<ThemeSwitch />
	</div>
	<span class="shrink-0 text-xs text-quiet max-xl:hidden">{person}</span>
</header>
