<script lang="ts">
	import type { EvidenceLine, SuggestionLine } from '$lib/server/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import SaidCounts from '../inquiry/SaidCounts.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { number } from '../parts/numbers';
	import { evidenceWords } from './evidence';

	/** A suggested heading: its size, the start of its note, and why it is suggested, the strongest reason first. */
	interface Props {
		line: SuggestionLine;
		index: IndexSummary;
		href: string;
	}
	let { line, index, href }: Props = $props();
	const store = $derived(useInquiry()());
	const { heading } = $derived(line);
	const [first, ...others] = $derived(line.evidence);
	let open = $state(false);
	const opens = (withNarrower: boolean) =>
		recordsAt(placeOf(store), index.code, { heading: { id: heading.id, withNarrower } });
</script>

<div class="min-w-0 flex-1">
	<p class="flex items-baseline gap-2">
		<a class="min-w-0 text-[15px] hover:underline" data-suggestion={heading.id} {href}
			><HeadingText label={heading.label} /></a
		>
		<span class="ml-auto h-1.5 w-10 shrink-0 bg-shade" aria-hidden="true"
			><span class="block h-1.5 bg-lichen" style="width: {Math.round(100 * line.score)}%"></span></span
		>
		<span class="w-5 shrink-0 text-right text-xs text-quiet"
			>{Math.round(100 * line.score)}<span class="sr-only"> in 100</span></span
		>
	</p>
	<p class="text-xs text-quiet">
		{#if index.records > 0}<Count
				n={heading.recordCount}
				at={opens(false)}
				after={heading.recordCount === 1 ? ' record' : ' records'}
				says=""
				aside
			/>{#if heading.belowCount > 0 && line.withNarrower !== undefined}{' '}<Count
					n={line.withNarrower}
					at={opens(true)}
					before="→ "
					after=" with {number(heading.belowCount)} narrower"
					says=""
					aside
				/>{/if}{/if}{#if heading.introduced}{' '}· since {heading.introduced}{/if}
	</p>
	{#if heading.noteStart}<p class="line-clamp-2 text-xs">{heading.noteStart}</p>{/if}
	{#if first}<p class="text-xs text-quiet">
			{@render reason(first)}
			{#if others.length > 0}<button class="count" aria-expanded={open} onclick={() => (open = !open)}
					>{open ? 'less' : `${others.length} more`}</button
				>{/if}
		</p>{/if}
	{#if open}{#each others as evidence, i (i)}<p class="text-xs text-quiet">
				{@render reason(evidence)}
			</p>{/each}{/if}
</div>

{#snippet reason(evidence: EvidenceLine)}
	{#if evidence.kind === 'association'}<SaidCounts
			on={evidence.a}
			of={evidence.n}
			lift={evidence.lift}
			{heading}
			{index}
			text={evidence.text}
			after={` ${evidence.n === 1 ? 'record' : 'records'} for “${evidence.text}”`}
		/>{:else}{evidenceWords(evidence, store.indexName)}{/if}
{/snippet}
