<script lang="ts">
	import { page } from '$app/state';
	import { Asked } from '$lib/client/asked.svelte';
	import { wordsOfConcept } from '$core/crosswalk';
	import type { Phrases } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { currentConcept } from '../inquiry/in-hand';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { counted, number, signed } from '../parts/numbers';
	import { WordEffects } from '../records/pick-effects.svelte';
	import { readingAddress } from './reading-address';
	import ShareBars from './ShareBars.svelte';
	import { stemOffered, wordsAlready } from './word-forms';
	import WordInHand from './WordInHand.svelte';

	/** Words and phrases that these records have more often than the index: each is one key from the concept in hand. */
	let { index, count }: { index: IndexSummary; count: number } = $props();
	const store = $derived(useInquiry()());
	/** An address is made anew with every change; what it says is not. */
	const search = $derived(page.url.search);
	const concept = $derived(currentConcept(store));
	const effects = $derived(new WordEffects(store, index.code));
	const PRICED = 40;

	const first = useInquiry()().revision;
	// As one text: what it is made of may come anew and say the same, and that is not asked again.
	const address = $derived(readingAddress(search, store.id, index.code, first, {}, 'phrases'));
	const asked = new Asked<Phrases>(() => address, 0);
	const found = $derived(asked.value);
	const phrases = $derived(found?.phrases ?? []);
	const n = $derived(found ? (found.sampled ?? found.count) : 0);
	const longest = $derived(
		Math.max(0, ...phrases.map((one) => Math.max(one.count / (n || 1), one.all / (found?.of || 1))))
	);
	const words = $derived(concept ? wordsOfConcept(store.inquiry, concept.id) : []);
	const already = $derived(wordsAlready(words.map(({ text }) => text)));
	let inHand = $state<string>();
	const current = $derived(phrases.find(({ text }) => text === inHand) ?? phrases[0]);
	let list = $state<HTMLElement>();

	$effect(() => {
		void store.followed;
		if (!concept) return;
		const open = phrases
			.slice(0, PRICED)
			.map(({ text }) => text)
			.filter((text) => !already.has(text));
		void effects.ask(open, concept);
	});

	function add(text: string) {
		if (!concept) return;
		const known = words.find((word) => word.text.toLowerCase() === text.toLowerCase());
		if (known) store.send({ kind: 'word.remove', id: known.id });
		else store.send({ kind: 'word.add', id: freshId(), conceptId: concept.id, text });
	}
	const aside = (text: string) =>
		store.send({
			kind: 'sighting.add',
			id: freshId(),
			text,
			conceptId: concept?.id ?? '',
			seen: `in ${counted(count, 'record')} of ${index.name}`
		});

	const rows = () => [...(list?.querySelectorAll<HTMLElement>('[data-phrase]') ?? [])];
	function onkeydown(event: KeyboardEvent) {
		const row = (event.target as HTMLElement).closest<HTMLElement>('[data-phrase]');
		if (!row || event.target !== row || event.ctrlKey || event.metaKey || event.altKey) return;
		const all = rows();
		const at = all.indexOf(row);
		const text = row.dataset.phrase ?? '';
		const stem = stemOffered(text, phrases);
		const moves: Record<string, () => void> = {
			ArrowDown: () => all[at + 1]?.focus(),
			ArrowUp: () => all[at - 1]?.focus(),
			Home: () => all[0].focus(),
			End: () => all.at(-1)?.focus(),
			' ': () => add(text),
			f: () => stem && add(stem),
			s: () => aside(text)
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}
	$effect(() => {
		if (list && phrases.length > 0 && (document.activeElement === document.body || !document.activeElement))
			rows()[0]?.focus();
	});
	$effect(() =>
		useKeys({
			title: 'Words',
			keys: [
				{ shown: ['↑', '↓'], does: 'Walk the words' },
				{ shown: ['Space'], does: 'Add it to the current concept, or take it back' },
				{ shown: ['F'], does: 'Add all its forms, as the beginning of a word' },
				{ shown: ['S'], does: 'Set it aside as a sighting' }
			]
		})
	);
</script>

<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto">
	<div class="min-w-0 flex-1 overflow-y-auto">
		{#if asked.fault}<p class="p-4 text-warn">{asked.fault.message} The list is still there.</p>
		{:else if !found}<p class="p-4 text-quiet" aria-live="polite">
				Reading titles and abstracts. The first time after records come in, those of the whole index are read.
			</p>
		{:else if phrases.length === 0}
			<p class="m-auto max-w-md p-8 text-center">
				{found.count < 5
					? `${counted(found.count, 'record')} are too few to tell: a word must be in five of them.`
					: `No word is in five of these records more often than in ${index.name} as a whole.`}
			</p>
		{:else}
			<p class="px-4 pt-2 text-quiet">
				In titles and abstracts more often here than in {index.name}, the surest first.
				{#if found.sampled}Counted on {number(found.sampled)} of the {counted(found.count, 'record')}, taken
					evenly.{/if}
				{#if found.estimatedFrom}How usual they are in all was estimated from {counted(
						found.estimatedFrom,
						'record'
					)}.{/if}
				{#if concept}What is added goes to “{concept.name}”.{/if}
			</p>
			<div class="worth-columns sticky top-0 z-[2] border-b bg-paper px-4 py-1 text-xs text-quiet">
				<span></span><span>word or phrase</span>
				<span class="text-center">share here · in {index.name}</span>
				<span class="text-right">here</span><span class="text-right">in all</span>
				<span class="text-right">adds</span>
			</div>
			<!-- svelte-ignore a11y_no_noninteractive_element_interactions (rows handle their keys here, as they are many) -->
			<ul bind:this={list} {onkeydown} aria-label="Words of these records">
				{#each phrases as phrase (phrase.text)}
					{@const has = already.has(phrase.text)}
					{@const adds = concept && !has ? effects.of(phrase.text, concept) : undefined}
					<!-- svelte-ignore a11y_no_noninteractive_tabindex (a row of keys: the sign in it adds for the pointer) -->
					<li
						class="worth-columns border-b px-4 py-0.5 hover:bg-shade focus-visible:bg-wash"
						data-phrase={phrase.text}
						tabindex="0"
						aria-label="{phrase.text}{has ? ', a word of the concept' : ''}"
						onfocus={() => (inHand = phrase.text)}
					>
						<button
							class="grid size-6 place-items-center"
							tabindex="-1"
							aria-pressed={has}
							aria-label="Add {phrase.text}"
							disabled={!concept}
							onclick={() => {
								inHand = phrase.text;
								add(phrase.text);
							}}>{has ? '●' : '○'}</button
						>
						<span class="min-w-0 truncate"
							><FreeWord text={phrase.text} />
							{#if has}<span class="text-xs text-quiet">{already.get(phrase.text)}</span>{/if}</span
						>
						<span><ShareBars count={phrase.count} {n} all={phrase.all} of={found.of} most={longest} /></span>
						<span class="text-right">{number(phrase.count)}</span>
						<span class="text-right text-quiet">{found.estimatedFrom ? '≈ ' : ''}{number(phrase.all)}</span>
						<span class="text-right text-quiet"
							>{adds === undefined ? '' : adds === 0 ? '·' : signed(adds)}</span
						>
					</li>
				{/each}
			</ul>
		{/if}
	</div>
	{#if current && found}
		<WordInHand
			text={current.text}
			stem={stemOffered(current.text, phrases)}
			isThere={already.has(current.text)}
			{index}
			{concept}
			onAdd={add}
			onAside={aside}
		/>
	{/if}
</div>
