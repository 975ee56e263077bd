<script lang="ts">
	import {
		SEARCHES,
		SEARCHES_WORDS,
		WORD_FIELD_WORDS,
		DEFAULT_WORD_FIELD,
		type Searches
	} from '$core/crosswalk';
	import Select from '../parts/Select.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';
	import type { StrategySession } from './strategy-session.svelte';

	/** What the whole strategy searches, each way with what it would find; and where words are looked for. */
	let { session }: { session: StrategySession } = $props();
	const store = $derived(useInquiry()());
	const blocks = $derived(session.view.strategy.blocks);
	const all = $derived(new Set(blocks.map(({ searches = 'headings-and-words' }) => searches)));
	/** Undefined where blocks differ. */
	const chosen = $derived(all.size === 1 ? [...all][0] : undefined);
	const counts = $derived(session.view.yields?.searches);
	const says = (searches: Searches) =>
		`${SEARCHES_WORDS[searches]}${counts ? ` · ${number(counts[searches])}` : ''}`;
	const options = $derived([
		...(chosen ? [] : [{ value: 'each' as const, says: 'each block its own' }]),
		...SEARCHES.map((value) => ({ value, says: says(value) }))
	]);

	function set(searches: Searches | 'each') {
		if (searches === 'each') return;
		session.set({ searches: Object.fromEntries(blocks.map(({ id }) => [id, searches])) });
	}

	const looksAnywhere = $derived(store.inquiry.about.wordField === 'anywhere');
	let price = $state.raw<{ before: number; after: number }>();
	$effect(() => {
		void session.view;
		if (!looksAnywhere) return;
		let stale = false;
		void session.askTrial([{ kind: 'about.set', wordField: DEFAULT_WORD_FIELD }]).then(({ value }) => {
			if (!stale && value) price = value.trial;
		});
		return () => (stale = true);
	});
</script>

<div class="mt-2 flex items-center gap-1.5 text-xs">
	<span class="text-quiet">searches</span>
	<Select
		changes
		label="What the whole strategy searches"
		value={chosen ?? 'each'}
		{options}
		onChange={set}
	/>
</div>
{#if looksAnywhere}
	<p class="mt-2 text-xs text-quiet">
		Words are looked for anywhere, in the labels of headings too, so that a word hides what a heading is
		worth.
		<button
			data-changes
			class="quiet-action border !py-0.5"
			onclick={() => store.send({ kind: 'about.set', wordField: DEFAULT_WORD_FIELD })}
			>Look {WORD_FIELD_WORDS[DEFAULT_WORD_FIELD]}{#if price}{' '}· {number(price.before)} → {number(
					price.after
				)}{/if}</button
		>
	</p>
{/if}
