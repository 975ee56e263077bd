<script lang="ts">
	import { untrack } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { page } from '$app/state';
	import { messages } from '$lib/components/messages/messages.svelte';
	import ReviewBanner from '$lib/components/independent-review/ReviewBanner.svelte';
	import CollisionPanel from '$lib/components/frame/CollisionPanel.svelte';
	import ConceptStrip from '$lib/components/frame/ConceptStrip.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { provideRecent, RecentEntries } from '$lib/components/find/recent.svelte';
	import Guarded from '$lib/components/parts/Guarded.svelte';
	import GuideStrip from '$lib/components/first-meeting/GuideStrip.svelte';
	import AuthorBar from '$lib/components/lessons/AuthorBar.svelte';
	import LessonStrip from '$lib/components/lessons/LessonStrip.svelte';
	import KeysSheet from '$lib/components/frame/KeysSheet.svelte';
	import MarkedBar from '$lib/components/frame/MarkedBar.svelte';
	import { provideReadingOnly } from '$lib/components/parts/reading-only';
	import Rail from '$lib/components/frame/Rail.svelte';
	import TopBar from '$lib/components/frame/TopBar.svelte';
	import { InquiryStore, provideInquiry } from '$lib/components/inquiry/inquiry-store.svelte';

	let { data, children } = $props();
	const id = $derived(data.state.inquiry.about.id);
	// A store lives as long as its inquiry is on the screen; a reload of the same data must not lose what is under way.
	const store = $derived.by(() => {
		void id;
		return untrack(
			() =>
				new InquiryStore(
					data.state,
					data.indexes,
					data.me?.alone === false ? data.me.id : '',
					data.role === 'reader'
				)
		);
	});
	provideInquiry(() => store);
	const recent = $derived.by(() => {
		const isOnServer = data.me?.alone === false && data.role !== undefined;
		return new RecentEntries(id, isOnServer);
	});
	provideRecent(() => recent);
	provideReadingOnly(() => store.onlyReads);

	/** Where whoever only reads would type over what others wrote, nothing is taken. */
	function onbeforeinput(event: InputEvent) {
		if (store.onlyReads && (event.target as HTMLElement).closest('[data-writes]')) event.preventDefault();
	}

	let keysOpen = $state(false);

	$effect(() => store.attach());

	/** The cell in hand, else the screen. */
	const where = $derived(page.url.searchParams.get('cell') ?? page.url.pathname.split('/')[3] ?? 'crosswalk');
	let moved = () => {};
	$effect(() => {
		// Alone there is nobody else to hear of.
		if (data.me?.alone !== false) return;
		const line = untrack(() => store.listen(() => where, turned));
		moved = line.moved;
		return line.stop;
	});
	$effect(() => {
		void where;
		moved();
	});

	/** Whether this person takes part no more. */
	let isOut = $state(false);
	function turned(role: string | undefined) {
		// What is typed and not sent stands on this page, and must not go with it.
		isOut = role === undefined;
		if (isOut) return;
		if (role === 'reader') messages.warn('From now on you only read here. Your text stays.');
		else {
			store.onlyReads = false;
			messages.say('You may change this inquiry now.');
		}
		void invalidateAll();
	}

	$effect(() => {
		const step = (kind: 'undo' | 'redo') => void store.step(kind);
		return useKeys({
			title: 'Everywhere',
			keys: [
				{
					shown: ['/'],
					does: 'Find anything: words, headings, people, sources',
					bind: '/',
					run: () => document.querySelector<HTMLInputElement>('#word-field')?.select()
				},
				{ shown: ['Ctrl Z'], does: 'Undo', bind: '$mod+z', run: () => step('undo') },
				{ shown: ['Ctrl Y'], does: 'Redo', bind: '$mod+y', run: () => step('redo') },
				{ shown: ['?'], does: 'Help: keys and words', bind: ['Shift+?', '?'], run: () => (keysOpen = true) }
			]
		});
	});
</script>

<a class="sr-only focus:not-sr-only" href="#main">To the content</a>
<div class="flex h-dvh max-sm:flex-col-reverse">
	<Guarded name="The list of screens"><Rail /></Guarded>
	<div class="flex min-h-0 min-w-0 flex-1 flex-col">
		<Guarded name="The top bar"><TopBar person={data.person} onKeys={() => (keysOpen = true)} /></Guarded>
		{#if isOut}
			<p role="alert" class="border-b bg-wash px-4 py-2 print:hidden">
				You no longer take part in this inquiry, or are signed out. What you typed is still here, and is not
				saved.
				<a class="underline" href="/">To the inquiries</a>
			</p>
		{/if}
		{#if store.onlyReads}
			<p class="border-b bg-shade px-4 py-1 text-xs text-quiet print:hidden" data-reads>
				You read this inquiry: look words up, open every number, and export what you need. Changing it is for
				those who take part in it.
			</p>
		{/if}
		{#if data.apart}<ReviewBanner apart={data.apart} {id} />{/if}
		<Guarded name="The line of concepts"><ConceptStrip /></Guarded>
		{#if data.lesson}{#key id}<Guarded name="The lesson"><LessonStrip begun={data.lesson} /></Guarded
				>{/key}{/if}
		<Guarded name="A step of a lesson"><AuthorBar /></Guarded>
		<main
			id="main"
			class="flex min-h-0 flex-1 flex-col"
			data-only-reads={store.onlyReads || undefined}
			{onbeforeinput}
		>
			<Guarded name="This screen">{@render children()}</Guarded>
		</main>
		{#if !store.onlyReads}<Guarded name="What is marked"><MarkedBar /></Guarded>{/if}
		<Guarded name="The guide"><GuideStrip /></Guarded>
	</div>
</div>
<KeysSheet bind:open={keysOpen} />
<CollisionPanel />
