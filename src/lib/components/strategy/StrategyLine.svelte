<script lang="ts">
	import { freshId } from '../inquiry/inquiry-store.svelte';
	import type { BlockYield, Line, LineYield } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import FreeWord from '../marks/FreeWord.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import LineComments from '../comments/LineComments.svelte';
	import LineFlags from './LineFlags.svelte';
	import LineSwitches from './LineSwitches.svelte';
	import StemForms from './StemForms.svelte';
	import type { StrategySession } from './strategy-session.svelte';
	import Count from '../parts/Count.svelte';
	import { number, signed } from '../parts/numbers';
	import { WORD_FIELD_WORDS } from '$core/crosswalk';
	import { NO_CHIEF } from '$core/search';
	import { changeWords } from './change-words';

	/** One alternative of a block: what it finds, what only it finds, what leaving it out would change. */
	interface Props {
		session: StrategySession;
		index: IndexSummary;
		line: Line;
		/** It is one of several alternatives, and not the first. */
		isOr: boolean;
		block: BlockYield | undefined;
		own: LineYield | undefined;
		/** Most records that a line of the block finds: the length of the longest bar. */
		most: number;
		open: boolean;
		/** Its parts can be changed here: it belongs to the crosswalk. */
		editable: boolean;
		onOpen: () => void;
	}
	let { session, index, line, isOr, block, own, most, open, editable, onOpen }: Props = $props();
	const count = $derived(session.view.yields?.count ?? 0);
	const change = $derived(own ? own.gain - own.loss : 0);
	const name = $derived(
		line.kind === 'heading'
			? line.test.headings.map(({ label }) => label).join(' together with ')
			: line.kind === 'word'
				? line.test.text
				: line.text
	);
	const isChiefInVain = $derived(line.kind === 'heading' && line.test.chief && !index.hasChief);
	const variants = $derived(
		(own?.changed ?? []).filter(
			({ change }) =>
				(change !== 'chief' || index.hasChief || isChiefInVain) &&
				(change !== 'narrower' || index.hierarchical)
		)
	);
	const switches = $derived(
		line.kind !== 'heading'
			? []
			: [
					...(line.test.withNarrower ? ['with narrower'] : []),
					...(line.test.cuts.length > 0
						? [`without ${line.test.cuts.map(({ label }) => label).join(', ')}`]
						: []),
					...(line.test.chief ? ['chief only'] : []),
					...(line.test.aspects.length > 0 ? [line.test.aspects.join(' or ')] : [])
				]
	);
	const beside = $derived.by(() => {
		const lines = session.view.strategy.blocks.flatMap((one) => one.lines);
		const word = lines.find(({ id }) => id === own?.idleBeside);
		return word?.kind === 'word' ? word.test.text : undefined;
	});
	/** One word with a * after it: what that matches is worth seeing. */
	const isStem = $derived(line.kind === 'word' && /^[^\s\-–—/*]+\*$/.test(line.test.text.trim()));
	const opens = (which: 'all' | 'only' | 'loss' | 'gain') => session.at({ of: 'line', which, id: line.id });
	const part = (size: number) => `${(100 * size) / Math.max(most, 1)}%`;

	function make(kind: LineYield['changed'][number]['change']) {
		if (line.kind === 'heading') {
			const { chief, withNarrower } = line.test;
			if (kind === 'chief') session.change({ kind: 'pick.set', id: line.id, chief: !chief });
			if (kind === 'narrower') session.change({ kind: 'pick.set', id: line.id, withNarrower: !withNarrower });
			if (kind === 'aspects') session.change({ kind: 'pick.set', id: line.id, aspects: [] });
		} else if (block)
			session.set({
				fields: { ...session.settings.fields, [block.id]: kind === 'title' ? 'title' : 'keywords' }
			});
	}

	const setAside = () =>
		block &&
		session.change({
			kind: 'sighting.add',
			id: freshId(),
			text: name,
			conceptId: block.id,
			seen: 'in the strategy'
		});
</script>

<li class="border-t first:border-t-0" class:opacity-55={line.off}>
	<div class="grid strategy-columns items-center gap-x-3 rounded px-2 hover:bg-shade">
		<button
			class="col-span-2 grid grid-cols-subgrid items-center py-1 text-left max-md:col-span-1"
			aria-expanded={open}
			data-line={line.id}
			onclick={onOpen}
		>
			<span class="min-w-0" class:line-through={line.off}>
				{#if isOr}<span class="mr-1 text-xs text-quiet">or</span>{/if}{#if line.kind === 'heading'}
					{#each line.test.headings as heading, i (heading.uri)}
						{#if i > 0}{' '}<span class="text-xs text-quiet">together with</span>{' '}{/if}<span
							class="text-[15px]"><HeadingText label={heading.label} /></span
						>
					{/each}
					<span class="text-xs text-quiet">{switches.join(' · ')}</span><LineFlags pick={line.id} {index} />
				{:else if line.kind === 'word'}
					<FreeWord text={line.test.text} />
					<span class="text-xs text-quiet">
						{#if line.test.capitals}capitals only{/if}
						{#if line.test.field !== 'keywords'}{WORD_FIELD_WORDS[line.test.field]}{/if}
					</span>
				{:else}
					<code class="text-xs break-words">{line.text}</code>
				{/if}
			</span>
			{#if own && !line.off}
				<span class="strategy-bar relative h-2.5 bg-shade" aria-hidden="true">
					<span
						class="absolute inset-y-0 left-0 bg-[color-mix(in_oklch,var(--lichen)_38%,var(--paper))]"
						style="width: {part(own.all)}"
					></span>
					<span class="absolute inset-y-0 left-0 bg-lichen" style="width: {part(own.only)}"></span>
				</span>
			{/if}
		</button>
		{#if own && !line.off}
			<span class="text-right"
				><Count n={own.all} at={opens('all')} says="found by {name}" aside={!open} /></span
			>
			<span class="text-right text-quiet"
				><Count n={own.only} at={opens('only')} says="found only by {name}" aside={!open} /></span
			>
			<span class="text-right" class:text-quiet={change === 0} class:font-semibold={change !== 0}
				>{#if change === 0}·<span class="sr-only"> no change without it</span>{:else}<Count
						n={Math.abs(change)}
						before={change > 0 ? '+' : '−'}
						at={opens(change > 0 ? 'gain' : 'loss')}
						says={change > 0 ? `would come in without ${name}` : `would be lost without ${name}`}
						aside={!open}
					/>{/if}</span
			>
		{:else}
			<span class="col-span-3 text-right text-xs text-quiet"
				>{line.unsearched ? 'not searched here' : line.off ? 'left out' : 'cannot be searched'}</span
			>
		{/if}
	</div>
	{#if open && editable}
		<div class="flex flex-wrap items-center gap-x-1 gap-y-1 px-2 pt-1.5 pb-2 text-xs">
			{#if own && own.all === 0}
				<span class="mr-2 text-warn">{isChiefInVain ? NO_CHIEF : `Nothing in ${index.name} has it.`}</span>
			{/if}
			{#if line.kind !== 'expression'}
				<button
					data-changes
					class="quiet-action border !py-0.5"
					onclick={() => session.switchLine(line.id, !line.off)}
					>{line.off ? 'Take back' : 'Leave out'}{#if own && !line.off}<span class="text-quiet"
							>{signed(change)}</span
						>{/if}</button
				>
			{/if}
			{#if own?.idleBeside && beside}
				<p class="mr-2 w-full text-quiet">
					<FreeWord text={beside} /> finds every record of this heading already, so its switches change nothing
					here.
					<button
						data-changes
						class="quiet-action border !py-0.5"
						onclick={() => own?.idleBeside && session.switchLine(own.idleBeside, true)}
						>Leave <FreeWord text={beside} /> out</button
					>
				</p>
			{/if}
			{#each variants as { change: kind, count: then, all } (kind)}
				<button class="quiet-action border !py-0.5" disabled={line.off} onclick={() => make(kind)}
					>{changeWords(kind, line.kind === 'heading' ? line.test : undefined)}{#if line.kind === 'word'}
						<span class="text-quiet">(all words here)</span>{/if}<span class="text-quiet"
						>{own ? `${number(own.all)} → ${number(all)} · ` : ''}{line.kind === 'word'
							? 'in the result, this one'
							: 'in the result'}
						{signed(then - count)}</span
					></button
				>
			{/each}
			{#if line.kind === 'heading'}<LineFlags pick={line.id} {index} whole /><LineSwitches
					{session}
					{index}
					{line}
				/>{/if}
			{#if line.kind === 'word'}
				<button class="quiet-action !py-0.5" onclick={setAside}>Set aside as a sighting</button>
			{/if}
		</div>
		<LineComments code={index.code} line={line.id} />
		{#if isStem && line.kind === 'word' && own}<StemForms stem={line.test.text} {index} />{/if}
	{/if}
</li>
