<script lang="ts">
	import { flushSync, untrack } from 'svelte';
	import { SvelteSet } from 'svelte/reactivity';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { Decision } from '$core/crosswalk';
	import { inUse, lastAddition, LIST_ORDERS, LIST_PARTS, listed, progressOf } from '$core/reading';
	import { DEFAULT_WORD_FIELD } from '$core/crosswalk';
	import { readingListAt, type OfList } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import { togglePearl } from '$lib/components/pearls/marking';
	import DecisionBar from '$lib/components/reading-list/DecisionBar.svelte';
	import { ListedWorks } from '$lib/components/reading-list/listed-works.svelte';
	import ListHead from '$lib/components/reading-list/ListHead.svelte';
	import ListOnPaper from '$lib/components/reading-list/ListOnPaper.svelte';
	import ListViews from '$lib/components/reading-list/ListViews.svelte';
	import ListRows from '$lib/components/reading-list/ListRows.svelte';
	import SendWorks from '$lib/components/reading-list/SendWorks.svelte';
	import TakeListAway from '$lib/components/reading-list/TakeListAway.svelte';
	import TakeWorks from '$lib/components/reading-list/TakeWorks.svelte';
	import WorkInHand from '$lib/components/reading-list/WorkInHand.svelte';

	/** Works set aside to be read: looked at one by one, a key each, and decided. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const entries = $derived(Object.values(store.inquiry.entries));
	const progress = $derived(progressOf(entries));
	const fresh = $derived(lastAddition(entries));
	const said = (name: string) => page.url.searchParams.get(name) ?? undefined;
	const wish = $derived({
		part: LIST_PARTS.find((part) => part === said('part')) ?? 'all',
		order: LIST_ORDERS.find((order) => order === said('order')) ?? 'added',
		find: said('find'),
		tag: said('tag')
	} satisfies OfList);
	/** The works that are shown. One that is decided stays where it is until something else is asked for. */
	let ids = $state.raw<string[]>([]);
	const wanted = $derived(JSON.stringify(wish));
	const count = $derived(entries.length);
	$effect(() => {
		void [wanted, count];
		untrack(() => (ids = listed(entries, wish).map(({ id }) => id)));
	});
	const shown = $derived(ids.flatMap((id) => store.inquiry.entries[id] ?? []));
	const at = $derived(
		Math.max(
			0,
			shown.findIndex(({ id }) => id === said('work'))
		)
	);
	const inHand = $derived(shown.at(at));
	const marked = new SvelteSet<string>();
	const works = $derived(new ListedWorks(store.id));
	const words = $derived(
		Object.values(store.inquiry.words)
			.filter(({ conceptId }) => store.inquiry.concepts[conceptId]?.status !== 'exclude')
			.map(({ text, capitals }) => ({ text, capitals, field: DEFAULT_WORD_FIELD }))
	);
	let taking = $state(false);
	let sending = $state(false);
	let rows = $state<ListRows>();

	/** Works ahead of the one in hand are asked for before they are needed. */
	const AHEAD = 8;
	$effect(() => {
		const near = shown.slice(Math.max(0, at - 1), at + AHEAD).map(({ id }) => id);
		untrack(() => void works.want(near));
	});

	/** The works stand on the page for paper only while it is printed. */
	let printing = $state(false);
	/** Addresses are written out on paper, so citations are there first. */
	async function print() {
		await works.wantAll(shown.map(({ id }) => id));
		window.print();
	}

	const open = (to: number) =>
		goto(readingListAt(placeOf(store), { ...wish, work: shown[to]?.id }), {
			keepFocus: true,
			noScroll: true,
			replaceState: true
		});
	async function go(by: number) {
		await open(Math.max(0, Math.min(shown.length - 1, at + by)));
		await rows?.focus();
	}
	/** Decides what is marked, or the work in hand, and goes on to the next. */
	async function decide(decision: Decision) {
		if (!inHand) return;
		const several = [...marked];
		store.send({ kind: 'entries.set', ids: several.length > 0 ? several : [inHand.id], decision });
		marked.clear();
		if (several.length === 0) await go(1);
	}
	function mark(to: number) {
		const entry = shown.at(to);
		if (entry && !marked.delete(entry.id)) marked.add(entry.id);
	}
	const into = (what: string) => document.querySelector<HTMLElement>(what)?.focus();
	function pearl() {
		const [first] = inHand?.records ?? [];
		if (inHand && first) togglePearl(store, first.indexCode, first.record, inHand.title);
	}

	$effect(() =>
		useKeys({
			title: 'Reading list',
			keys: [
				{ shown: ['F'], does: 'Keep it, and go on', bind: 'f', run: () => void decide('keep') },
				{ shown: ['D'], does: 'Drop it, and go on', bind: 'd', run: () => void decide('drop') },
				{ shown: ['S'], does: 'Leave it open, and go on', bind: 's', run: () => void decide('open') },
				{ shown: ['A'], does: 'Back to the one before', bind: 'a', run: () => void go(-1) },
				{ shown: ['K'], does: 'Take the last decision back', bind: 'k', run: () => void store.step('undo') },
				{ shown: ['J'], does: 'Mark it: what is decided then is decided for all that are marked', bind: 'j', run: () => { mark(at); void go(1); } },
				{ shown: ['G'], does: 'Say why', bind: 'g', run: () => into('[data-reason]') },
				{ shown: ['H'], does: 'Tags', bind: 'h', run: () => into('[data-tags]') },
				{ shown: ['L'], does: 'Mark it as a pearl, or take that back', bind: 'l', run: pearl },
				{ shown: ['↑', '↓'], does: 'Walk the list; the work opens beside it' },
				{ shown: ['→'], does: 'Into the decision' },
				{ shown: ['Enter'], does: 'In a reason or a note: keep it, and back to the list' }
			]
		})
	); // prettier-ignore
</script>

<svelte:head><title>Reading list · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<svelte:window
	onbeforeprint={() => flushSync(() => (printing = true))}
	onafterprint={() => (printing = false)}
/>
<div class="flex flex-wrap items-center gap-1 border-b px-3 py-1 print:hidden">
	<h1 class="mr-2 font-semibold">Reading list</h1>
	<ListViews current="works" />
	<button class="quiet-action" onclick={() => (taking = true)}>Put works on it</button>
	{#if entries.length > 0}<TakeListAway
			kept={progress.keep}
			onSend={() => (sending = true)}
			onPrint={() => void print()}
		/>{/if}
	{#if marked.size > 0}
		<span class="ml-auto text-quiet">{counted(marked.size, 'work')} marked</span>
		<button class="quiet-action !py-0 text-xs" onclick={() => marked.clear()}>Unmark all</button>
	{/if}
</div>

{#if entries.length === 0}
	<div class="m-auto max-w-lg p-8 text-center">
		<p class="mb-3">
			Nothing is on the list yet. Works come here from Records with <span class="key-cap">R</span>, from the
			pooled list, or from a file, each once; then each is kept or dropped with one key.
		</p>
		<button class="action" onclick={() => (taking = true)}>Put works on it</button>
	</div>
{:else}
	{#if printing}<ListOnPaper entries={shown} {works} names={data.names} />{/if}
	<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto print:hidden">
		<div class="flex w-[430px] shrink-0 flex-col border-r max-md:h-[60vh] max-md:w-full">
			<ListHead
				{progress}
				{wish}
				tags={inUse(entries, 'tags')}
				freshSince={fresh === undefined ? '' : moment(fresh)}
			/>
			<ListRows
				bind:this={rows}
				entries={shown}
				{at}
				{marked}
				{fresh}
				onOpen={(to) => void open(to)}
				onMark={mark}
			/>
			{#if shown.length === 0}<p class="p-4 text-quiet">
					{wish.part === 'open' && !wish.find && !wish.tag
						? 'Every work has been looked at.'
						: 'No work of the list is like that.'}
				</p>{/if}
		</div>
		<div class="flex min-w-0 flex-1 flex-col">
			<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
			<div class="relative min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Work">
				{#if inHand}{#key inHand.id}<WorkInHand
							entry={inHand}
							work={works.of(inHand.id)}
							{words}
						/>{/key}{/if}
				{#if works.failed}<p class="px-6 text-warn" role="alert">
						The server cannot be reached. What you decide is kept here and sent later.
					</p>{/if}
			</div>
			{#if inHand}
				<DecisionBar
					entry={inHand}
					marked={marked.size}
					names={data.names}
					onDecide={(decision) => void decide(decision)}
				/>
			{/if}
		</div>
	</div>
{/if}
<TakeWorks bind:open={taking} />
<SendWorks bind:open={sending} />
