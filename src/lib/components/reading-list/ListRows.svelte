<script lang="ts">
	import { tick, untrack } from 'svelte';
	import type { ListEntry } from '$core/crosswalk';
	import { VirtualRows } from '../browse/virtual.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { walkList } from '../parts/list-keys';
	import DecisionMark from '../listing/DecisionMark.svelte';

	/** The works of a reading list, as many as there are; the arrow keys walk it, and the work in hand stands beside it. */
	interface Props {
		entries: readonly ListEntry[];
		at: number;
		marked: ReadonlySet<string>;
		/** When the works that came last were added, where that is to be seen. */
		fresh: string | undefined;
		onOpen: (at: number) => void;
		onMark: (at: number) => void;
	}
	let { entries, at, marked, fresh, onOpen, onMark }: Props = $props();
	const store = $derived(useInquiry()());
	let scroller = $state<HTMLElement | null>(null);
	const rows = new VirtualRows(() => scroller, 74);
	$effect(() => untrack(() => rows.attach()));
	$effect(() => {
		const count = entries.length;
		untrack(() => rows.setCount(count));
	});
	// The work in hand is on the screen, whichever way one came to it.
	$effect(() => {
		const to = at;
		untrack(() => to >= 0 && rows.scrollTo(to));
	});

	async function move(to: number) {
		if (to < 0 || to >= entries.length) return;
		onOpen(to);
		await focus();
	}
	/** Takes the keys to the work in hand. */
	export async function focus() {
		await tick();
		scroller?.querySelector<HTMLElement>('[aria-selected=true]')?.focus({ preventScroll: true });
	}
	const onkeydown = (event: KeyboardEvent) =>
		walkList(event, { at, count: entries.length, move: (to) => void move(to), into: '[data-decide]' });
</script>

<div
	bind:this={scroller}
	role="listbox"
	aria-label="Works on the reading list"
	aria-multiselectable="false"
	class="relative min-h-0 flex-1 overflow-y-auto"
	tabindex="-1"
>
	<div style:height="{rows.height}px">
		{#each rows.items as { index: i, start } (i)}
			{@const entry = entries[i]}
			{#if entry}
				<div
					role="option"
					aria-selected={i === at}
					aria-setsize={entries.length}
					aria-posinset={i + 1}
					tabindex={i === at || (at < 0 && i === 0) ? 0 : -1}
					data-entry={entry.id}
					class="absolute inset-x-0 grid h-[74px] cursor-pointer grid-cols-[18px_1fr] gap-x-2 border-b px-3 py-1.5 hover:bg-shade aria-selected:bg-wash"
					class:marked={marked.has(entry.id)}
					style:transform="translateY({start}px)"
					onclick={(event) => (event.ctrlKey || event.metaKey ? onMark(i) : onOpen(i))}
					{onkeydown}
				>
					<span class="pt-1"><DecisionMark decision={entry.decision} /></span>
					<span class="min-w-0">
						<span class="block truncate font-medium" class:dropped={entry.decision === 'drop'} dir="auto"
							>{entry.title || 'Without a title'}</span
						>
						<span class="flex items-center gap-1.5 text-xs text-quiet">
							<span class="min-w-0 flex-1 truncate"
								>{[entry.authors || 'no author', entry.source, entry.year ?? 'no year']
									.filter(Boolean)
									.join(' · ')}</span
							>
							{#if fresh !== undefined && entry.addedAt === fresh}<span class="text-lichen-deep">new</span
								>{/if}
							{#each entry.records as { indexCode } (indexCode)}
								{@const index = store.indexes.find(({ code }) => code === indexCode)}
								{#if index}<IndexMark {index} size={14} />{/if}
							{:else}<span>from a file</span>{/each}
						</span>
						{#if entry.reason || entry.tags.length > 0}<span class="block truncate text-xs text-quiet"
								>{[entry.reason, ...entry.tags.map((tag) => `“${tag}”`)].filter(Boolean).join(' · ')}</span
							>{/if}
					</span>
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
	.dropped {
		color: var(--bark-quiet);
		text-decoration: line-through;
		text-decoration-color: var(--line);
	}
</style>
