<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import type { RollKind } from '$core/lookup';
	import type { RollWindow } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { useKeys } from '../parts/keys.svelte';
	import { lineageAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';
	import { setAside, pickFor, togglePick } from '../inquiry/picking';
	import PickMark from '../marks/PickMark.svelte';
	import RollText from './RollText.svelte';
	import { VirtualRows } from './virtual.svelte';

	/** The alphabetical or permuted display: one roll that scrolls to what is typed. */
	let {
		index,
		kind,
		typed,
		heading = $bindable()
	}: { index: IndexSummary; kind: RollKind; typed: string; heading?: string } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const place = $derived(placeOf(store));

	const PAGE = 200;
	let scroller = $state<HTMLElement | null>(null);
	let pages = $state.raw<ReadonlyMap<number, RollWindow['lines']>>(new Map());
	let total = $state(0);
	let failed = $state(false);
	let inHand = $state(0);
	const rows = new VirtualRows(() => scroller, 34);
	const asked = new Set<number>();

	const lineAt = (i: number) => pages.get(Math.floor(i / PAGE))?.[i % PAGE];

	async function fetchPage(page: number) {
		if (asked.has(page)) return;
		asked.add(page);
		const roll = `/indexes/${index.code}/roll?kind=${kind}`;
		const { value, fault } = await ask<RollWindow>(`${roll}&from=${page * PAGE}&count=${PAGE}`);
		failed = fault !== undefined;
		if (fault) {
			asked.delete(page);
			return;
		}
		pages = new Map(pages).set(page, value.lines);
		if (total !== value.total) {
			total = value.total;
			rows.setCount(total);
		}
	}

	async function goTo(text: string) {
		if (text === '') return;
		const query = new URLSearchParams({ kind, typed: text });
		const { value, fault } = await ask<{ at: number }>(`/indexes/${index.code}/roll?${query}`);
		if (fault) return void (failed = true);
		if (total === 0) await fetchPage(0);
		inHand = Math.min(value.at, Math.max(0, total - 1));
		rows.scrollTo(inHand, 'start');
	}

	$effect(() => void (heading = lineAt(inHand)?.headings[0].id));
	$effect(() => untrack(() => rows.attach()));
	$effect(() => {
		void [index.code, kind];
		untrack(() => {
			asked.clear();
			pages = new Map();
			total = 0;
			inHand = 0;
			rows.setCount(0);
			void fetchPage(0).then(() => goTo(typed));
		});
	});
	$effect(() => {
		const text = typed;
		untrack(() => void goTo(text));
	});
	$effect(() => {
		for (const { index: i } of rows.items) untrack(() => void fetchPage(Math.floor(i / PAGE)));
	});

	function pick(i: number) {
		const line = lineAt(i);
		if (line) togglePick(store, concept, index, line.headings);
	}

	async function onkeydown(event: KeyboardEvent) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const to: Record<string, number> = {
			ArrowDown: inHand + 1,
			ArrowUp: inHand - 1,
			PageDown: inHand + 15,
			PageUp: inHand - 15,
			Home: 0,
			End: total - 1
		};
		const line = lineAt(inHand);
		if (event.key in to) {
			event.preventDefault();
			inHand = Math.max(0, Math.min(total - 1, to[event.key]));
			rows.scrollTo(inHand);
			await tick();
			scroller?.querySelector<HTMLElement>(`[data-line="${inHand}"]`)?.focus({ preventScroll: true });
		} else if (event.key === ' ') {
			event.preventDefault();
			pick(inHand);
		} else if (event.key === 'x' && line) {
			event.preventDefault();
			store.mark(index.code, line.headings);
		} else if (event.key === 's' && line) {
			event.preventDefault();
			setAside(store, concept, index.code, line.headings, `browsing ${index.name}`);
		} else if (event.key === 'Enter' && line) {
			event.preventDefault();
			await goto(lineageAt(place, index.code, line.headings[0].id));
		}
	}

	$effect(() =>
		useKeys({
			title: 'Roll',
			keys: [
				{ shown: ['↓', '↑'], does: 'Next line, line before' },
				{ shown: ['Enter'], does: 'Open the heading in its hierarchy' },
				{ shown: ['Space'], does: 'Pick for the current concept, or take back' },
				{ shown: ['S'], does: 'Set the heading aside as a sighting' }
			]
		})
	);
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (the lines take the focus; their keys are handled once for all) -->
<div bind:this={scroller} class="min-h-0 flex-1 overflow-y-auto" {onkeydown}>
	{#if failed}
		<p role="alert" class="p-4">
			The roll could not be read. <button class="quiet-action" onclick={() => fetchPage(0)}>Try again</button>
		</p>
	{/if}
	<ul class="relative" style="height: {rows.height}px" aria-label="{index.name}, {kind}">
		{#each rows.items as { index: i, start } (i)}
			{@const line = lineAt(i)}
			<li
				class:bg-wash={line && store.isMarked(index.code, line.headings)}
				class:bg-leaf={i === inHand}
				class="absolute inset-x-0 flex h-[34px] items-center gap-2 border-b px-4 hover:bg-shade has-[a:focus-visible]:bg-wash"
				style="transform: translateY({start}px)"
				aria-setsize={total}
				aria-posinset={i + 1}
			>
				{#if line}
					{@const known = pickFor(store, concept, index.code, line.headings)}
					<PickMark
						name={line.headings.map(({ label }) => label).join(' together with ')}
						concept={concept?.name}
						picked={known !== undefined && known.role !== 'rejected'}
						rejected={known?.role === 'rejected'}
						onToggle={() => pick(i)}
					/>
					<a
						class="flex min-w-0 flex-1 items-baseline"
						href={lineageAt(place, index.code, line.headings[0].id)}
						data-line={i}
						data-row={i === inHand ? '' : undefined}
						tabindex={i === inHand ? 0 : -1}
						onfocus={() => (inHand = i)}
						onclick={(event) => {
							// A press puts the row in hand, and its sheet beside it; another one in a hurry, or the sheet, leads on.
							if (event.detail !== 1 || event.ctrlKey || event.metaKey || event.shiftKey) return;
							event.preventDefault();
							inHand = i;
						}}
					>
						<RollText {line} permuted={kind === 'permuted'} />
					</a>
					{#if line.isHeading && line.headings[0].belowCount > 0}
						<span class="text-xs text-quiet">{number(line.headings[0].belowCount)} narrower</span>
					{/if}
				{:else}
					<span class="h-3 w-64 rounded bg-shade"></span>
				{/if}
			</li>
		{/each}
	</ul>
</div>
