<script lang="ts">
	import { page } from '$app/state';
	import { Asked } from '$lib/client/asked.svelte';
	import type { Composition } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { currentConcept } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickCommand, pickFor, setAside, togglePick } from '../inquiry/picking';
	import { useKeys } from '../parts/keys.svelte';
	import { counted, number } from '../parts/numbers';
	import { PickEffects } from '../records/pick-effects.svelte';
	import { readingAddress } from './reading-address';
	import WorthInHand from './WorthInHand.svelte';
	import { WorthList, type StandingValue } from './worth-list.svelte';
	import WorthRow from './WorthRow.svelte';

	/** Headings that these records carry more often than the index does: what is not considered yet comes first. */
	let { index, count }: { index: IndexSummary; count: number } = $props();
	const store = $derived(useInquiry()());
	/** An address is made anew with every change; what it says is not. */
	const search = $derived(page.url.search);
	const concept = $derived(currentConcept(store));
	const effects = $derived(new PickEffects(store, index.code));
	const MOST = 150;
	/** Prices are asked for so many at a time. */
	const PRICED = 30;

	// What stands here stays while picks are made; it is asked anew when the result itself is another.
	const first = useInquiry()().revision;
	// As one text: what it is made of may come anew and say the same, and that is not asked again.
	const address = $derived(
		readingAddress(search, store.id, index.code, first, { by: 'heading', sort: 'over', most: MOST })
	);
	const asked = new Asked<Composition>(() => address, 0);
	const composition = $derived(asked.value);
	const worth = new WorthList(() => composition, () => store, () => index.code); // prettier-ignore
	const open = $derived(worth.open);
	let inHand = $state<string>();
	const current = $derived((inHand === undefined ? undefined : worth.find(inHand)) ?? open[0]?.value);
	let list = $state<HTMLElement>();

	$effect(() => {
		void store.followed;
		if (concept && open.length > 0)
			void effects.ask(
				open
					.filter(({ standing }) => standing.kind !== 'picked')
					.slice(0, PRICED)
					.map(({ value }) => ({ heading: { uri: value.key, label: value.value }, concept }))
			);
	});

	const rows = () => [...(list?.querySelectorAll<HTMLElement>('[data-worth]') ?? [])];
	const refOf = (key: string) => {
		const found = worth.find(key);
		return found && { uri: found.key, label: found.value };
	};
	function reject(heading: { uri: string; label: string }) {
		if (!concept) return;
		const known = pickFor(store, concept, index.code, [heading]);
		if (known)
			store.send({
				kind: 'pick.set',
				id: known.id,
				role: known.role === 'rejected' ? 'searched' : 'rejected'
			});
		else store.send(pickCommand(concept.id, index, [heading], { role: 'rejected' }));
	}
	const act: Record<string, (heading: { uri: string; label: string }) => void> = {
		' ': (heading) => togglePick(store, concept, index, [heading]),
		s: (heading) =>
			setAside(
				store,
				concept,
				index.code,
				[heading],
				`worth a look in ${counted(count, 'record')} of ${index.name}`
			),
		r: reject,
		x: (heading) => store.mark(index.code, [heading])
	};
	function onkeydown(event: KeyboardEvent) {
		const row = (event.target as HTMLElement).closest<HTMLElement>('[data-worth]');
		if (!row || event.ctrlKey || event.metaKey || event.altKey || event.target !== row) return;
		const all = rows();
		const at = all.indexOf(row);
		const heading = refOf(row.dataset.worth ?? '');
		const moves: Record<string, () => void> = {
			ArrowDown: () => all[at + 1]?.focus(),
			ArrowUp: () => all[at - 1]?.focus(),
			Home: () => all[0].focus(),
			End: () => all.at(-1)?.focus(),
			ArrowRight: () =>
				document.querySelector<HTMLElement>('[data-in-hand] a, [data-in-hand] button')?.focus()
		};
		const move = moves[event.key] ?? (act[event.key] && heading && (() => act[event.key](heading)));
		if (!move) return;
		event.preventDefault();
		move();
	}

	// Who comes here by a key goes on by keys: the first heading has the focus.
	$effect(() => {
		if (list && open.length > 0 && (document.activeElement === document.body || !document.activeElement))
			rows()[0]?.focus();
	});
	$effect(() =>
		useKeys({
			title: 'Headings worth a look',
			keys: [
				{ shown: ['↑', '↓'], does: 'Walk the headings' },
				{
					shown: ['1', '…', '9'],
					does: 'To the heading of that place',
					bind: ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'],
					run: ({ key }) => rows()[key === '0' ? 9 : Number(key) - 1]?.focus()
				},
				{ shown: ['Space'], does: 'Pick it for the current concept, or take it back' },
				{ shown: ['S'], does: 'Set it aside as a sighting' },
				{ shown: ['R'], does: 'Reject it for the current concept' },
				{ shown: ['X'], does: 'Mark it, to look at it with others' },
				{ shown: ['→'], does: 'Into what is known of it' }
			]
		})
	);
</script>

{#snippet row({ value, standing }: StandingValue, place?: number)}
	{@const heading = { uri: value.key, label: value.value }}
	<WorthRow
		{value}
		{standing}
		{index}
		{place}
		n={composition?.count ?? 0}
		of={composition?.of ?? 0}
		most={worth.longest}
		adds={concept && place !== undefined ? effects.of(heading, concept) : undefined}
		isMarked={store.isMarked(index.code, [heading])}
		onFocus={() => (inHand = value.key)}
		onPick={() => act[' '](heading)}
	/>
{/snippet}

<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto">
	<div class="flex min-w-0 flex-1 flex-col overflow-y-auto">
		{#if asked.fault}<p class="p-4 text-warn">{asked.fault.message} The list is still there.</p>
		{:else if !composition}<p class="p-4 text-quiet" aria-live="polite">
				Weighing every heading of these records against all of {index.name} …
			</p>
		{:else if worth.over.length === 0}
			<p class="m-auto max-w-md p-8 text-center">
				{composition.count < 5
					? `${counted(composition.count, 'record')} are too few to tell: a heading must be on five of them.`
					: `No heading is on five of these records more often than in ${index.name} as a whole.`}
			</p>
		{:else}
			<p class="px-4 pt-2 text-quiet">
				On these {number(composition.count)} more often than in the {number(composition.of)} of {index.name},
				the surest first.
				{#if concept}What is picked goes to “{concept.name}”.{:else}Choose a concept above to pick.{/if}
			</p>
			<div class="worth-columns sticky top-0 z-[2] border-b bg-paper px-4 py-1 text-xs text-quiet">
				<span></span><span>not considered yet</span>
				<span class="text-center">share here · in {index.name}</span>
				<span class="text-right">here</span><span class="text-right">in all</span>
				<span class="text-right">adds</span>
			</div>
			<div bind:this={list} {onkeydown} role="presentation">
				<ul aria-label="Not considered yet">
					{#each open as one, i (one.value.key)}{@render row(one, i + 1)}{:else}<li
							class="px-4 py-2 text-quiet"
						>
							Every heading that stands out has been considered.
						</li>{/each}
				</ul>
				{#if worth.resting.length > 0}
					<h2 class="border-b bg-shade px-4 py-1 text-xs text-quiet">
						of the strategy, or considered before
					</h2>
					<ul aria-label="Of the strategy, or considered before">
						{#each worth.resting as one (one.value.key)}{@render row(one)}{/each}
					</ul>
				{/if}
			</div>
		{/if}
	</div>
	{#if current && composition}
		<WorthInHand
			value={current}
			{index}
			{concept}
			{effects}
			n={composition.count}
			of={composition.of}
			onAside={() => act.s({ uri: current.key, label: current.value })}
			onReject={() => act.r({ uri: current.key, label: current.value })}
		/>
	{/if}
</div>
