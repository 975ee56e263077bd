<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { counted, number } from '../parts/numbers';
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import Check from '@lucide/svelte/icons/check';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import Plus from '@lucide/svelte/icons/plus';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { HeadingLine } from '$lib/server/browse';
	import Select from '../parts/Select.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { lineageAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { narrowerBranches, type Branch } from '../tree/branches';
	import { setAside, pickFor, togglePick } from '../inquiry/picking';
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

	const STEP = 22;
	let scroller = $state<HTMLElement | null>(null);
	let children = $state.raw<ReadonlyMap<string, readonly HeadingLine[]>>(new Map());
	let opened = $state.raw<ReadonlySet<string>>(new Set());
	let matched = $state.raw<ReadonlySet<string>>(new Set());
	let message = $state('');
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

	const branches = $derived(narrowerBranches(children.get('') ?? [], opened, children));

	async function read<T>(query: string): Promise<T | undefined> {
		const { value, fault } = await ask<T>(`/indexes/${index.code}/${query}`);
		if (fault) message = 'The hierarchy could not be read. Try again in a moment.';
		return value;
	}

	async function openTo(levels: string): Promise<void> {
		const answer = await read<{ children: Record<string, HeadingLine[]>; complete: boolean }>(
			`hierarchy?depth=${levels}`
		);
		if (!answer) return;
		// One top heading alone says nothing of what is in the vocabulary.
		if (levels === '1' && answer.children['']?.length === 1) {
			depth = '2';
			return openTo('2');
		}
		message = answer.complete
			? ''
			: 'This is more than can be opened at once; the largest branches stay closed.';
		matched = new Set();
		children = new Map(Object.entries(answer.children));
		const paths = new Set<string>();
		const walk = (level: readonly HeadingLine[], path: string, above: readonly string[], left: number) => {
			for (const { id } of level) {
				const below = children.get(id);
				if (!below || left <= 1 || above.includes(id) || paths.size > 40_000) continue;
				paths.add(`${path}/${id}`);
				walk(below, `${path}/${id}`, [...above, id], left - 1);
			}
		};
		walk(children.get('') ?? [], '', [], Number(levels));
		opened = paths;
		inHand = 0;
	}

	async function filter(text: string) {
		const answer = await read<{ matches: { id: string; paths: HeadingLine[][] }[]; total: number }>(
			`hierarchy?holding=${encodeURIComponent(text)}`
		);
		if (!answer || text !== typed) return;
		const shown = new Map<string, Map<string, HeadingLine>>();
		const paths = new Set<string>();
		for (const { paths: ways } of answer.matches)
			for (const way of ways) {
				let path = '';
				way.forEach((line, i) => {
					const above = i === 0 ? '' : way[i - 1].id;
					shown.set(above, (shown.get(above) ?? new Map()).set(line.id, line));
					if (i > 0) paths.add(path);
					path += `/${line.id}`;
				});
			}
		children = new Map([...shown].map(([above, lines]) => [above, [...lines.values()]]));
		opened = paths;
		matched = new Set(answer.matches.map(({ id }) => id));
		inHand = 0;
		message =
			answer.total === 0
				? `No heading holds “${text}”.`
				: answer.total > answer.matches.length
					? `${answer.total} headings hold “${text}”; the first ${answer.matches.length} are shown.`
					: `${answer.total} ${answer.total === 1 ? 'heading holds' : 'headings hold'} “${text}”.`;
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

	async function toggle(branch: Branch) {
		if (branch.open) {
			opened = new Set([...opened].filter((path) => path !== branch.path));
			return;
		}
		if (!children.has(branch.heading.id)) {
			const below = await read<HeadingLine[]>(`narrower?heading=${encodeURIComponent(branch.heading.id)}`);
			if (!below) return;
			children = new Map(children).set(branch.heading.id, below);
		}
		opened = new Set(opened).add(branch.path);
	}

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
			ArrowRight: () => (branch.open === false ? toggle(branch) : branch.open && go(inHand + 1)),
			ArrowLeft: () => (branch.open ? toggle(branch) : branch.parent >= 0 && go(branch.parent)),
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
		if (act === 'open') void toggle(branch);
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
			<Select
				label="Open to"
				value={depth}
				options={DEPTHS}
				onChange={(chosen) => {
					depth = chosen;
					void openTo(chosen);
				}}
			/>
		</span>
	{/if}
	<span role="status">{message}</span>
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
				{@const flags = runsOn(branch)}
				<div
					role="treeitem"
					tabindex={i === inHand ? 0 : -1}
					data-at={i}
					data-row={i === inHand ? '' : undefined}
					aria-level={branch.depth + 1}
					aria-posinset={branch.place}
					aria-setsize={branch.siblings}
					aria-expanded={branch.open}
					aria-selected={isPicked(branch)}
					class:marked={store.isMarked(index.code, [branch.heading])}
					class:bg-leaf={i === inHand}
					class="group absolute inset-x-0 flex h-7 items-center gap-2 rounded hover:bg-shade focus-visible:bg-wash"
					style="transform: translateY({start}px); padding-left: {branch.depth * STEP + 6}px"
					onfocus={() => (inHand = i)}
				>
					{#if branch.depth > 0}
						<svg
							class="pointer-events-none absolute top-0 left-0 text-line"
							width={branch.depth * STEP + 8}
							height="28"
							aria-hidden="true"
						>
							<g fill="none" stroke="currentColor" stroke-width="1.4">
								{#each flags as runs, level (level)}
									{#if level > 0 && level < branch.depth && runs}<path
											d="M{(level - 1) * STEP + 18} 0V28"
										/>{/if}
								{/each}
								<path
									d="M{(branch.depth - 1) * STEP + 18} 0V{flags[branch.depth] ? 28 : 8}M{(branch.depth - 1) *
										STEP +
										18} 6Q{(branch.depth - 1) * STEP + 18} 14 {(branch.depth - 1) * STEP + 26} 14"
								/>
							</g>
						</svg>
					{/if}
					<span
						data-act={branch.open === undefined ? undefined : 'open'}
						aria-hidden="true"
						class="flex size-5 shrink-0 items-center justify-center rounded text-quiet hover:bg-wash"
						>{#if branch.open}<ChevronDown size={14} />{:else if branch.open === false}<ChevronRight
								size={14}
							/>{/if}</span
					>
					<span
						data-act="pick"
						aria-hidden="true"
						class="flex size-5 shrink-0 items-center justify-center rounded-full border {isPicked(branch)
							? 'border-lichen bg-lichen text-on-lichen'
							: 'border-line text-quiet hover:border-lichen hover:text-lichen-deep'}"
						>{#if isPicked(branch)}<Check size={12} strokeWidth={3} />{:else}<Plus size={12} />{/if}</span
					>
					<span class="truncate text-[14.5px]" class:font-semibold={matched.has(branch.heading.id)}
						><HeadingText label={branch.heading.label} retired={branch.heading.retired} /></span
					>
					{#if branch.heading.belowCount}<span class="shrink-0 text-xs text-quiet"
							>{number(branch.heading.belowCount)} narrower</span
						>{/if}
					{#if branch.heading.recordCount}<span class="shrink-0 text-xs text-quiet"
							>{branch.heading.belowCount ? '· ' : ''}{counted(branch.heading.recordCount, 'record')}</span
						>{/if}
					<span
						data-act="mark"
						aria-hidden="true"
						class="ml-auto rounded px-1.5 text-xs text-quiet hover:bg-wash {store.isMarked(index.code, [
							branch.heading
						])
							? ''
							: 'opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100'}"
						>{store.isMarked(index.code, [branch.heading]) ? 'marked' : 'mark'}</span
					>
				</div>
			{/if}
		{/each}
	</div>
</div>

<style>
	.marked {
		background: var(--lichen-wash);
		box-shadow: inset 4px 0 0 var(--lichen);
	}
</style>
