<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { Neighbours } from '$lib/server/reading';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, setAside, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** The same work in other indexes, with how each tags it: a heading there is one key from a pick. */
	interface Props {
		works: Neighbours['sameWork'];
		concept: Concept | undefined;
		/** What stands before the name of each index. */
		title?: string;
	}
	let { works, concept, title = 'The same work in' }: Props = $props();
	const store = $derived(useInquiry()());
	const shown = $derived(
		works.flatMap(({ indexCode, record }) => {
			const index = store.indexes.find(({ code }) => code === indexCode);
			return index ? [{ index, record, isChosen: store.inquiry.about.indexes.includes(indexCode) }] : [];
		})
	);
	type Shown = (typeof shown)[number];

	function onkeydown(
		event: KeyboardEvent,
		{ index, record }: Shown,
		heading: { uri: string; label: string }
	) {
		const act: Record<string, () => void> = {
			' ': () => togglePick(store, concept, index, [heading]),
			s: () =>
				setAside(store, concept, index.code, [heading], `on the same work in ${index.name}, ${record.id}`)
		};
		if (event.ctrlKey || event.metaKey || event.altKey || !act[event.key]) return;
		event.preventDefault();
		event.stopPropagation();
		act[event.key]();
	}
</script>

{#each shown as work (`${work.index.code} ${work.record.id}`)}
	{@const { index, record, isChosen } = work}
	<h3 class="mt-4 mb-1 flex items-baseline gap-2 font-semibold">
		<span class="self-center"><IndexMark {index} size={18} /></span>
		{title}
		{index.name}
		<a
			class="count text-xs font-normal"
			href={recordsAt(placeOf(store), index.code, { whole: true, record: record.id })}>{record.id}</a
		>
	</h3>
	<ul class="border-y" aria-label="{index.headingNoun} in {index.name}">
		{#each record.headings as heading (heading.uri + (heading.aspect ?? ''))}
			{@const pick = pickFor(store, concept, index.code, [heading])}
			{@const picked = pick !== undefined && pick.role !== 'rejected'}
			<li>
				<button
					data-changes
					class="flex w-full items-baseline gap-2 border-t py-0.5 text-left first:border-t-0 hover:bg-shade disabled:opacity-70"
					data-near
					aria-pressed={picked}
					disabled={!concept || !isChosen}
					onclick={() => togglePick(store, concept, index, [heading])}
					onkeydown={(event) => onkeydown(event, work, heading)}
				>
					<span class="w-4 text-center" aria-hidden="true">{picked ? '●' : '○'}</span>
					<span class="text-[15px]" class:font-semibold={heading.chief}
						><HeadingText label={heading.label} /></span
					>
					{#if heading.aspect}<span class="heading-voice text-quiet">· {heading.aspect}</span>{/if}
					{#if heading.chief}<span class="text-xs text-quiet">chief</span>{/if}
				</button>
			</li>
		{:else}<li class="py-1 text-quiet">It carries none there.</li>{/each}
	</ul>
	{#if !isChosen}<p class="text-xs text-quiet">{index.name} is not among the indexes of this inquiry.</p>{/if}
{/each}
