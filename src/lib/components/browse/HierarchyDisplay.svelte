<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Select from '../parts/Select.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { lineageAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import type { Branch } from '../tree/branches';
	import { setAside, pickFor, togglePick } from '../inquiry/picking';
	import { OpenedHierarchy } from './opened-hierarchy.svelte';
	import TreeRow from './TreeRow.svelte';
	import { VirtualRows } from './virtual.svelte';

	/** The hierarchical display: the whole tree of an index, opened as far as a person likes, or only what a filter leaves. */
	let {
		index,
		typed,
		heading = $bindable()
	}: { index: IndexSummary; typed: string; heading?: string } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const place = $derived(placeOf(store));

	let scroller = $state<HTMLElement | null>(null);
	const DEPTHS = [
		{ value: '1', says: 'the top headings' },
		{ value: '2', says: '2 levels' },
		{ value: '3', says: '3 levels' },
		{ value: '4', says: '4 levels' },
		{ value: '50', says: 'every level' }
	];
	let depth = $state('1');
	let inHand = $state(0);
	const rows = new VirtualRows(() => scroller, 28);

	const opening = $derived(new OpenedHierarchy(index.code));
	const branches = $derived(opening.branches);

	async function openTo(levels: string): Promise<void> {
		depth = await opening.openTo(levels);
		inHand = 0;
	}

	async function filter(text: string) {
		if (await opening.filter(text, () => text === typed)) inHand = 0;
	}

	$effect(() => void (heading = branches[inHand]?.heading.id));
	$effect(() => untrack(() => rows.attach()));
	$effect(() => {
		const text = typed;
		void index.code;
		untrack(() => void (text ? filter(text) : openTo(depth)));
	});
	$effect(() => {
		const count = branches.length;
		untrack(() => rows.setCount(count));
	});

	async function go(to: number) {
		inHand = Math.max(0, Math.min(branches.length - 1, to));
		rows.scrollTo(inHand);
		await tick();
		scroller?.querySelector<HTMLElement>(`[data-at="${inHand}"]`)?.focus({ preventScroll: true });
	}

	const visit = (branch: Branch) => goto(lineageAt(place, index.code, branch.heading.id));
	const pick = (branch: Branch) => togglePick(store, concept, index, [branch.heading]);
	const isPicked = (branch: Branch) => {
		const known = pickFor(store, concept, index.code, [branch.heading]);
		return known !== undefined && known.role !== 'rejected';
	};

	function onkeydown(event: KeyboardEvent) {
		const branch = branches[inHand];
		if (!branch || event.ctrlKey || event.metaKey || event.altKey) return;
		const moves: Record<string, () => unknown> = {
			ArrowDown: () => go(inHand + 1),
			ArrowUp: () => go(inHand - 1),
			PageDown: () => go(inHand + 15),
			PageUp: () => go(inHand - 15),
			Home: () => go(0),
			End: () => go(branches.length - 1),
			ArrowRight: () => (branch.open === false ? opening.toggle(branch) : branch.open && go(inHand + 1)),
			ArrowLeft: () => (branch.open ? opening.toggle(branch) : branch.parent >= 0 && go(branch.parent)),
			Enter: () => visit(branch),
			' ': () => pick(branch),
			x: () => store.mark(index.code, [branch.heading]),
			s: () => setAside(store, concept, index.code, [branch.heading], `browsing ${index.name}`)
		};
		const move = moves[event.key];
		if (!move) return;
		event.preventDefault();
		move();
	}

	function onclick(event: MouseEvent) {
		const target = event.target as HTMLElement;
		const item = target.closest<HTMLElement>('[role=treeitem]');
		if (!item) return;
		inHand = Number(item.dataset.at);
		const branch = branches[inHand];
		const act = target.closest<HTMLElement>('[data-act]')?.dataset.act;
		if (act === 'open') void opening.toggle(branch);
		else if (act === 'pick') pick(branch);
		else if (act === 'mark') store.mark(index.code, [branch.heading]);
		else item.focus({ preventScroll: true });
	}

	function ondblclick(event: MouseEvent) {
		const item = (event.target as HTMLElement).closest<HTMLElement>('[role=treeitem]');
		const branch = item && branches[Number(item.dataset.at)];
		if (branch) void visit(branch);
	}

	/** At which depths a stem runs on below this row, because something further down hangs on it. */
	function runsOn(branch: Branch): boolean[] {
		const flags: boolean[] = [];
		for (let row: Branch | undefined = branch; row; row = row.parent >= 0 ? branches[row.parent] : undefined)
			flags[row.depth] = row.place < row.siblings;
		return flags;
	}

	$effect(() =>
		useKeys({
			title: 'Hierarchical display',
			keys: [
				{ shown: ['↓', '↑'], does: 'Next row, row before' },
				{ shown: ['→'], does: 'Open the branch, then into it' },
				{ shown: ['←'], does: 'Close the branch, then out of it' },
				{ shown: ['Enter'], does: 'Open the heading in its lineage' },
				{ shown: ['Space'], does: 'Pick for the current concept, or take back' },
				{ shown: ['X'], does: 'Mark several, to be picked in one step' },
				{ shown: ['S'], does: 'Set the heading aside as a sighting' }
			]
		})
	);
</script>

<div class="flex items-center gap-3 border-b px-4 py-1 text-xs text-quiet">
	{#if !typed}
		<span class="flex items-center gap-1.5">
			open to
			<Select label="Open to" value={depth} options={DEPTHS} onChange={(chosen) => void openTo(chosen)} />
		</span>
	{/if}
	<span role="status">{opening.message}</span>
	<span class="ml-auto">“Narrower” counts all headings below.</span>
</div>
<div bind:this={scroller} class="min-h-0 flex-1 overflow-y-auto px-4 py-2">
	<!-- svelte-ignore a11y_interactive_supports_focus (the row in hand takes the focus, as the tree pattern has it) -->
	<div
		role="tree"
		aria-label="{index.name}, hierarchical"
		class="relative"
		style="height: {rows.height}px"
		{onkeydown}
		{onclick}
		{ondblclick}
	>
		{#each rows.items as { index: i, start } (branches[i]?.path ?? i)}
			{@const branch = branches[i]}
			{#if branch}
				<TreeRow
					{branch}
					at={i}
					{start}
					inHand={i === inHand}
					stems={runsOn(branch)}
					picked={isPicked(branch)}
					matched={opening.matched.has(branch.heading.id)}
					marked={store.isMarked(index.code, [branch.heading])}
					onFocus={() => (inHand = i)}
				/>
			{/if}
		{/each}
	</div>
</div>
