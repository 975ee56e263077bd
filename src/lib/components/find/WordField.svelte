<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { Asked } from '$lib/client/asked.svelte';
	import type { LaneAnswer } from '$lib/server/browse';
	import type { FoundHere, RecordsFound } from '$lib/server/find';
	import type { NamesFound } from '$lib/server/reading';
	import { lanesAt, recentAt } from '../inquiry/addresses';
	import { placeOfAbout } from '../inquiry/comment-places';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FindPanel from './FindPanel.svelte';
	import { useRecent } from './recent.svelte';
	import { FEW_RECENT, lineOf } from './recent-lines';
	import RecentPanel from './RecentPanel.svelte';
	import { FEW_LINES, groupsOf, MOST_LINES } from './find-groups';

	/** The one field to type into: what is typed is found everywhere, and looked up lane by lane with Enter. */
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const inAddress = $derived(page.url.searchParams.get('q') ?? '');

	let typed = $state('');
	let isOpen = $state(false);
	let current = $state(-1);
	let limit = $state(FEW_LINES);
	let root: HTMLElement;

	// The address says what is looked up; while the panel is open, the field is ahead of it. What is typed stays otherwise.
	$effect(() => {
		const said = inAddress;
		if (!untrack(() => isOpen)) typed = said;
	});
	const query = $derived(typed.trim());

	const asked = (of: string) =>
		isOpen && query !== ''
			? `/inquiry/${store.id}/find?${new URLSearchParams({ q: query, of, limit: String(limit) })}`
			: undefined;
	// What answers first is asked first; each group comes when it is there.
	const headings = new Asked<LaneAnswer[]>(() => asked('headings'), 60);
	const names = new Asked<NamesFound>(() => asked('names'), 90);
	const here = new Asked<FoundHere>(() => asked('inquiry'), 90);
	const records = new Asked<RecordsFound>(() => asked('records'), 120);

	/** While somebody types on, a group stays as it was until its answer is there, so that nothing flickers. */
	let typesOn = $state(false);
	const shown = <T,>(asked: Asked<T>): T | undefined =>
		asked.current ?? (typesOn && !asked.fault ? asked.value : undefined);
	const groups = $derived(
		groupsOf(
			query,
			{
				headings: shown(headings),
				records: shown(records),
				names: shown(names),
				inquiry: shown(here),
				faults: {
					headings: headings.fault?.message,
					records: records.fault?.message,
					names: names.fault?.message,
					inquiry: here.fault?.message
				}
			},
			{
				place,
				limit,
				indexName: (code) => store.indexName(code),
				placeOfAbout: (about) => placeOfAbout(store, about),
				conceptName: (id) => store.inquiry.concepts[id]?.name ?? ''
			}
		)
	);
	const recent = $derived(useRecent()());
	const isRecent = $derived(isOpen && query === '');
	const lines = $derived(
		isRecent
			? recent.entries.slice(0, FEW_RECENT).map((entry) => lineOf(entry, recent.nowOf(entry), place))
			: groups.flatMap((group) => group.lines)
	);

	/** An empty field shows what was looked at lately, where there is anything. */
	async function showRecent() {
		if (query !== '' || isOpen) return;
		await recent.load();
		if (query !== '' || recent.entries.length === 0 || document.activeElement?.id !== 'word-field') return;
		current = -1;
		isOpen = true;
		void recent.count(recent.entries.slice(0, FEW_RECENT));
	}

	function type() {
		typesOn = isOpen;
		isOpen = query !== '' || recent.entries.length > 0;
		current = -1;
		limit = FEW_LINES;
	}
	function close() {
		isOpen = false;
		current = -1;
	}
	async function lookUp() {
		const replaceState = page.url.pathname.endsWith('/browse');
		const at = lanesAt(place, query);
		// Closed first: whoever types on meanwhile is ahead of the address again.
		close();
		await goto(at, { replaceState, keepFocus: true, noScroll: true });
	}
	async function step(by: number) {
		if (lines.length === 0) return;
		current = Math.max(-1, Math.min(lines.length - 1, current + by));
		await tick();
		document.getElementById(`found-${current}-line`)?.scrollIntoView({ block: 'nearest' });
	}

	function onkeydown(event: KeyboardEvent) {
		if (event.isComposing) return;
		const moves: Record<string, () => void> = {
			ArrowDown: () => {
				const row = document.querySelector<HTMLElement>('[data-row]');
				if (!isOpen && row) row.focus();
				else if (!isOpen && query === '') void showRecent();
				else if (!isOpen) type();
				else if (event.ctrlKey || event.metaKey) limit = MOST_LINES;
				else void step(1);
			},
			ArrowUp: () => isOpen && void step(-1),
			Escape: close,
			Enter: () => {
				const line = lines[current];
				if (!isOpen || !line) return query === '' ? undefined : void lookUp();
				close();
				void goto(line.at);
			}
		};
		const move = moves[event.key];
		if (!move) return;
		event.preventDefault();
		move();
	}
</script>

<form
	bind:this={root}
	role="search"
	class="relative w-[30%] min-w-40 shrink-0 max-sm:min-w-32"
	onsubmit={(event) => event.preventDefault()}
	onfocusout={({ relatedTarget }) => {
		if (!(relatedTarget instanceof Node) || !root.contains(relatedTarget)) close();
	}}
>
	<label class="sr-only" for="word-field">Find anything: words, headings, people, places, sources</label>
	<input
		id="word-field"
		class="field w-full pr-8"
		type="text"
		role="combobox"
		aria-expanded={isOpen}
		aria-controls="found"
		aria-autocomplete="list"
		aria-activedescendant={isOpen && current >= 0 ? `found-${current}-line` : undefined}
		autocomplete="off"
		spellcheck="false"
		maxlength="200"
		placeholder="Find a word, a name, a source"
		bind:value={typed}
		oninput={type}
		onfocus={() => void showRecent()}
		onclick={() => void showRecent()}
		{onkeydown}
	/>
	<kbd class="key-cap pointer-events-none absolute top-1.5 right-2" aria-hidden="true">/</kbd>
	{#if isRecent}
		<RecentPanel id="found" {lines} {current} all={recentAt(place)} onOpen={close} />
	{:else if isOpen && query !== ''}
		<FindPanel id="found" {groups} {query} {current} onOpen={close} onMore={() => (limit = MOST_LINES)} />
	{/if}
</form>
