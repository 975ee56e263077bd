<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { Concept } from '$core/crosswalk';
	import type { HeadingSheet } from '$lib/server/browse';
	import type { ComposedValue } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import Menu from '../parts/Menu.svelte';
	import { number, signed } from '../parts/numbers';
	import type { PickEffects } from '../records/pick-effects.svelte';
	import { inWords } from './dimension-words';

	/** What is known of the heading in hand: its note, its place, what picking it would bring for each concept. */
	interface Props {
		value: ComposedValue;
		index: IndexSummary;
		concept: Concept | undefined;
		effects: PickEffects;
		n: number;
		of: number;
		onAside: () => void;
		onReject: () => void;
	}
	let { value, index, concept, effects, n, of, onAside, onReject }: Props = $props();
	const store = $derived(useInquiry()());
	const heading = $derived({ uri: value.key, label: value.value });
	const asked = new Asked<HeadingSheet>(() =>
		value.id === undefined
			? undefined
			: `/indexes/${index.code}/sheet?${new URLSearchParams({ heading: value.id })}`
	);
	const sheet = $derived(asked.current);
	const note = $derived(sheet?.notes.find(({ kind }) => kind === 'scope' || kind === 'definition')?.text);
	const known = $derived(pickFor(store, concept, index.code, [heading]));
	const adds = $derived(concept ? effects.of(heading, concept) : undefined);
	const askOthers = () => void effects.ask(store.concepts.map((other) => ({ heading, concept: other })));
</script>

<aside
	class="w-[340px] shrink-0 overflow-y-auto border-l bg-leaf px-5 py-4 max-md:w-full"
	aria-label="The heading in hand"
	data-in-hand
>
	<h2 class="text-lg leading-6 font-medium">
		{#if value.id}<a class="hover:underline" href={lineageAt(placeOf(store), index.code, value.id)}
				><HeadingText label={value.value} /></a
			>{:else}<HeadingText label={value.value} />{/if}
	</h2>
	<p class="mt-1 text-quiet">
		On {inWords(value.count, n)} of these records, and on {inWords(value.all, of)} of {index.name}: {value.lift?.toFixed(
			1
		)} times as often.
	</p>
	<div class="mt-3 flex flex-wrap gap-1.5">
		<button
			data-changes
			class="action"
			disabled={!concept}
			onclick={() => togglePick(store, concept, index, [heading])}
			>{known && known.role !== 'rejected' ? 'Take back' : 'Pick'}{#if adds !== undefined && !known}<span
					>{signed(adds)}</span
				>{/if}</button
		>
		<button data-changes class="quiet-action border" onclick={onAside}>Set aside</button>
		<button class="quiet-action border" disabled={!concept} onclick={onReject}
			>{known?.role === 'rejected' ? 'No longer reject' : 'Reject'}</button
		>
		{#if store.concepts.length > 1}
			<Menu
				changes
				label="Pick for another concept"
				class="border"
				onOpen={askOthers}
				items={store.concepts
					.filter(({ id }) => id !== concept?.id)
					.map((other) => {
						const by = effects.of(heading, other);
						return {
							says: `${pickFor(store, other, index.code, [heading]) ? 'Take back for' : 'Pick for'} ${other.name}`,
							note: by === undefined ? '' : signed(by),
							run: () => togglePick(store, other, index, [heading])
						};
					})}>another concept</Menu
			>
		{/if}
	</div>
	{#if value.id === undefined}<p class="mt-3 text-warn">The current edition does not have it.</p>
	{:else if sheet}
		<p class="mt-3 leading-[22px]">{note ?? 'It has no scope note.'}</p>
		<dl class="mt-3 grid grid-cols-[88px_1fr] gap-y-1 text-xs">
			<dt class="text-quiet">broader</dt>
			<dd>
				{#each sheet.broader as other, i (other.id)}{i > 0 ? ', ' : ''}<HeadingText
						label={other.label}
					/>{:else}nothing: a top heading{/each}
			</dd>
			<dt class="text-quiet">narrower</dt>
			<dd>{sheet.belowCount === 0 ? 'none' : `${number(sheet.belowCount)} below it`}</dd>
			{#if sheet.introduced !== null}<dt class="text-quiet">introduced</dt>
				<dd>{sheet.introduced}</dd>{/if}
			{#if sheet.entryTerms.length > 0}<dt class="text-quiet">entry terms</dt>
				<dd>
					{sheet.entryTerms
						.slice(0, 6)
						.map(({ text }) => text)
						.join(', ')}
				</dd>{/if}
		</dl>
	{/if}
</aside>
