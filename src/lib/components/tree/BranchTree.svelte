<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import Scissors from '@lucide/svelte/icons/scissors';
	import { counted, number } from '../parts/numbers';
	import HeadingText from '../marks/HeadingText.svelte';
	import type { Branch } from './branches';
	import BranchLines from './BranchLines.svelte';
	import { gutter, ROW } from './measures';

	interface Props {
		label: string;
		/** Which way the branches grow: broader headings to the left, narrower ones to the right. */
		side: 'left' | 'right';
		rows: Branch[];
		/** What marking a row does: picks it, or cuts its branch. */
		act?: 'pick' | 'cut';
		isPicked: (uri: string) => boolean;
		/** The index has records, so that what each heading is on can be told. */
		hasRecords?: boolean;
		/** What is said quietly after a row. */
		note?: (row: Branch) => string;
		onToggle?: (row: Branch) => void;
		onVisit: (row: Branch) => void;
		onPick: (row: Branch) => void;
		/** Marks a row to be picked with others. */
		onMark?: (row: Branch) => void;
		isMarked?: (row: Branch) => boolean;
		/** Sets a row aside as a sighting. */
		onAside?: (row: Branch) => void;
		/** Towards the heading in the middle, from the innermost row. */
		onInward: () => void;
	}
	let {
		label,
		side,
		rows,
		act: acts = 'pick',
		isPicked,
		hasRecords = false,
		note,
		onToggle,
		onVisit,
		onPick,
		onMark,
		isMarked,
		onAside,
		onInward
	}: Props = $props();

	let at = $state(0);
	let tree: HTMLElement;

	const inHand = $derived(Math.min(at, Math.max(0, rows.length - 1)));
	const height = $derived(rows.length * ROW);

	export function focus(): void {
		items()[inHand]?.focus();
	}

	const items = () => [...tree.querySelectorAll<HTMLElement>('[role=treeitem]')];

	function go(to: number) {
		at = Math.max(0, Math.min(rows.length - 1, to));
		items()[at]?.focus();
	}

	function outward(row: Branch) {
		if (row.open === false) onToggle?.(row);
		else if (row.open && rows[inHand + 1]?.parent === inHand) go(inHand + 1);
	}

	function inward(row: Branch) {
		if (row.open && onToggle) onToggle(row);
		else if (row.parent >= 0) go(row.parent);
		else onInward();
	}

	function onkeydown(event: KeyboardEvent) {
		const row = rows[inHand];
		if (!row || event.ctrlKey || event.metaKey || event.altKey) return;
		const moves: Record<string, () => void> = {
			ArrowDown: () => go(inHand + 1),
			ArrowUp: () => go(inHand - 1),
			Home: () => go(0),
			End: () => go(rows.length - 1),
			ArrowRight: () => (side === 'right' ? outward(row) : inward(row)),
			ArrowLeft: () => (side === 'right' ? inward(row) : outward(row)),
			Enter: () => onVisit(row),
			' ': () => onPick(row),
			x: () => onMark?.(row),
			s: () => onAside?.(row)
		};
		const move = moves[event.key];
		if (!move) return;
		event.preventDefault();
		event.stopPropagation();
		move();
	}

	function onclick(event: MouseEvent) {
		const target = event.target as HTMLElement;
		const item = target.closest<HTMLElement>('[role=treeitem]');
		if (!item) return;
		const i = Number(item.dataset.at);
		at = i;
		const act = target.closest<HTMLElement>('[data-act]')?.dataset.act;
		if (act === 'open') onToggle?.(rows[i]);
		else if (act === 'pick') onPick(rows[i]);
		else if (act === 'mark') onMark?.(rows[i]);
		else onVisit(rows[i]);
	}
</script>

<div class="relative" class:mirrored={side === 'left'} style="min-height: {height}px">
	<BranchLines {rows} />
	<!-- svelte-ignore a11y_interactive_supports_focus (the row in hand takes the focus, as the tree pattern has it) -->
	<div bind:this={tree} role="tree" aria-label={label} {onkeydown} {onclick}>
		{#each rows as row, i (row.path)}
			<div
				role="treeitem"
				tabindex={i === inHand ? 0 : -1}
				data-at={i}
				data-heading={row.heading.id}
				aria-level={row.depth + 1}
				aria-posinset={row.place}
				aria-setsize={row.siblings}
				aria-expanded={row.open}
				aria-selected={isPicked(row.heading.uri)}
				class:marked={isMarked?.(row)}
				class="row group flex items-center gap-1.5 rounded hover:bg-shade focus-visible:bg-wash"
				style="height: {ROW}px; --gutter: {gutter(row.depth)}px"
				onfocus={() => (at = i)}
			>
				{#if onToggle && row.open !== undefined}
					<span
						data-act="open"
						class="flex size-6 shrink-0 items-center justify-center rounded text-quiet hover:bg-wash"
						aria-hidden="true"
						>{#if row.open}<ChevronDown size={14} />{:else}<ChevronRight size={14} />{/if}</span
					>
				{/if}
				<span
					class="min-w-0 truncate text-[14.5px]"
					class:line-through={acts === 'cut' && isPicked(row.heading.uri)}
					><HeadingText label={row.heading.label} retired={row.heading.retired} /></span
				>
				{#if hasRecords && row.heading.recordCount !== undefined}<span class="shrink-0 text-xs text-quiet"
						>{counted(row.heading.recordCount, 'record')}</span
					>{/if}
				{#if row.open === false}<span class="shrink-0 text-xs text-quiet"
						>{number(row.heading.narrowerCount ?? 0)} narrower</span
					>{/if}
				{#if note?.(row)}<span class="shrink-0 text-xs text-quiet">{note(row)}</span>{/if}
				<span
					data-act="pick"
					aria-hidden="true"
					class="pick flex size-5 shrink-0 items-center justify-center rounded-full {isPicked(row.heading.uri)
						? 'bg-lichen text-on-lichen'
						: 'border text-quiet hover:border-lichen hover:bg-wash'}"
					data-changes
					class:cuts={acts === 'cut'}
					>{#if acts === 'cut'}<Scissors size={12} />{:else if isPicked(row.heading.uri)}<Check
							size={12}
							strokeWidth={3}
						/>{/if}</span
				>
				{#if onMark}<span
						data-act="mark"
						data-changes
						aria-hidden="true"
						class="shrink-0 rounded px-1.5 text-xs text-quiet hover:bg-wash {isMarked?.(row)
							? ''
							: 'opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100'}"
						>{isMarked?.(row) ? 'marked' : 'mark'}</span
					>{/if}
			</div>
		{/each}
	</div>
</div>

<style>
	.row {
		margin-left: var(--gutter);
		padding: 0 6px 0 4px;
	}
	.marked {
		background: var(--lichen-wash);
		box-shadow: inset 3px 0 0 var(--lichen);
	}
	/* Drawn, not written, so that the row's text stays the heading alone. */
	.pick:empty::before {
		content: '+';
	}
	.mirrored :global(.lines) {
		transform: scaleX(-1);
	}
	.mirrored .row {
		margin-left: 0;
		margin-right: var(--gutter);
		padding: 0 4px 0 6px;
		flex-direction: row-reverse;
		text-align: right;
	}
</style>
