<script lang="ts">
	import { cellId, SEARCHES, SEARCHES_WORDS, WORD_FIELD_WORDS, type WordField } from '$core/crosswalk';
	import type { Block, BlockYield } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { crosswalkAt } from '../inquiry/addresses';
	import Count from '../parts/Count.svelte';
	import Select from '../parts/Select.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import PearlsKeptOut from '../pearls/PearlsKeptOut.svelte';
	import OverlapPanel from '../overlap/OverlapPanel.svelte';
	import StrategyLine from './StrategyLine.svelte';
	import type { StrategySession } from './strategy-session.svelte';
	import { number, signed } from '../parts/numbers';

	/** One concept's part of the strategy. */
	const FIELDS = Object.entries(WORD_FIELD_WORDS).map(([value, says]) => ({
		value: value as WordField,
		says
	}));

	interface Props {
		session: StrategySession;
		index: IndexSummary;
		block: Block;
		own: BlockYield | undefined;
		open: string;
		onOpen: (line: string) => void;
	}
	let { session, index, block, own, open, onOpen }: Props = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(store.inquiry.concepts[block.id]);
	const editable = $derived(concept !== undefined && !session.view.typed);
	const count = $derived(session.view.yields?.count ?? 0);
	const most = $derived(Math.max(1, ...(own?.lines ?? []).map(({ all }) => all)));
	const faults = $derived(session.view.faults.filter((fault) => fault.block === block.id));
	const firstSearched = $derived(block.lines.find(({ off }) => !off)?.id);
	/** How the block joins those before it; nothing stands before the first one. */
	const joins = $derived.by(() => {
		if (block.status === 'exclude') return 'not';
		const required = session.view.strategy.blocks.filter(({ status }) => status === 'required');
		return required[0]?.id === block.id ? '' : 'and';
	});
	const searches = $derived(
		SEARCHES.map((value) => ({
			value,
			says: `${SEARCHES_WORDS[value]}${own?.searches ? ` · ${number(own.searches[value])}` : ''}`
		}))
	);
	const opens = (which: 'all' | 'without' | 'removes') => session.at({ of: 'block', which, id: block.id });
	let typed = $state('');
	let overlapping = $state(false);

	function addWord() {
		const text = typed.trim();
		if (text === '') return;
		session.change({ kind: 'word.add', id: freshId(), conceptId: block.id, text });
		typed = '';
	}
</script>

<section aria-label={block.name} class="rounded-lg border bg-leaf">
	<header class="flex flex-wrap items-baseline gap-x-3 border-b px-2 py-1">
		<h2 class="font-semibold">
			{#if joins}<span class="font-normal text-quiet">{joins}</span>{/if}
			{block.name}
		</h2>
		{#if block.provisional}
			<a
				class="inline-flex min-h-6 items-center text-xs text-warn underline"
				href={crosswalkAt({ id: store.id, concept: block.id }, cellId(block.id, index.code))}
				>undecided in {index.name}: its words stand in for now</a
			>
		{:else if block.standsIn && block.searches && block.searches !== 'headings-and-words'}
			<span class="text-xs text-warn"
				>{block.searches === 'headings'
					? 'no heading is searched: its words stay'
					: 'no word is on: its headings stay'}</span
			>
		{:else if block.noHeading}
			<span class="text-xs text-quiet">no heading here: its words are searched</span>
		{/if}
		<span class="ml-auto text-xs text-quiet">
			{#if own}
				{#if block.status === 'exclude'}takes away <Count
						n={own.removes}
						at={opens('removes')}
						says="taken away by {block.name}"
					/>{:else}<Count n={own.all} at={opens('all')} says="found for {block.name}" /> in all · without this block
					<Count n={own.without} at={opens('without')} says="found without {block.name}" /> ({signed(
						own.without - count
					)}){/if}
				<PearlsKeptOut pearls={session.keptOut('block', block.id)} code={index.code} says="keeps out " />
				{#if own.lines.length > 1 && !session.trying}<button
						class="quiet-action !py-0"
						onclick={() => (overlapping = true)}>how its lines overlap</button
					>{/if}
			{/if}
		</span>
	</header>
	<ul>
		{#each block.lines as line (line.id)}
			<StrategyLine
				{session}
				{index}
				{line}
				isOr={!line.off && firstSearched !== undefined && line.id !== firstSearched}
				block={own}
				own={own?.lines.find(({ id }) => id === line.id)}
				{most}
				{editable}
				open={open === line.id}
				onOpen={() => onOpen(line.id)}
			/>
		{/each}
	</ul>
	<p class="hidden border-t px-2 py-1 text-xs print:block">
		searches {SEARCHES_WORDS[session.settings.searches[block.id] ?? 'headings-and-words']}, words {WORD_FIELD_WORDS[
			session.settings.fields[block.id] ?? store.inquiry.about.wordField
		]}
	</p>
	{#each faults as fault, i (i)}<p class="border-t bg-warn-wash px-2 py-1 text-warn">
			{fault.message}
		</p>{/each}
	{#if editable}
		<footer
			class="flex flex-wrap items-center gap-x-2 gap-y-1 border-t px-2 py-1 text-xs whitespace-nowrap print:hidden"
		>
			<form
				data-changes
				class="flex items-center gap-1"
				onsubmit={(event) => {
					event.preventDefault();
					addWord();
				}}
			>
				<input
					class="field w-28 !py-0.5 text-xs"
					placeholder="Another word"
					aria-label="Another word for {block.name}"
					bind:value={typed}
				/>
				<button class="quiet-action !py-0.5" disabled={typed.trim() === ''}
					>{session.trying ? 'Try it' : 'Add it'}</button
				>
			</form>
			<a
				class="quiet-action !py-0.5"
				href={crosswalkAt({ id: store.id, concept: block.id }, cellId(block.id, index.code))}
				>Headings and suggestions</a
			>
			<span class="ml-auto flex items-center gap-1.5">
				<span class="text-quiet">searches</span>
				<Select
					changes
					label="What {block.name} searches"
					value={session.settings.searches[block.id] ?? 'headings-and-words'}
					options={searches}
					onChange={(chosen) =>
						session.set({ searches: { ...session.settings.searches, [block.id]: chosen } })}
				/>
			</span>
			<span class="flex items-center gap-1.5">
				<span class="text-quiet">words</span>
				<Select
					changes
					class="max-w-36"
					label="Words of {block.name} are looked for"
					value={session.settings.fields[block.id] ?? store.inquiry.about.wordField}
					options={FIELDS}
					onChange={(field) => session.set({ fields: { ...session.settings.fields, [block.id]: field } })}
				/>
			</span>
		</footer>
	{/if}
</section>
{#if overlapping}<OverlapPanel
		title="Lines of “{block.name}” in {index.name}"
		code={index.code}
		sets="lines.{block.id}"
		onClose={() => (overlapping = false)}
	/>{/if}
