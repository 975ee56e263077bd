<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { TaggedHeading } from '$lib/server/records';
	import type { OpenRecord } from '$lib/server/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { addPick, pickFor, setAside, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import Menu from '../parts/Menu.svelte';
	import { signed } from '../parts/numbers';
	import { PickEffects } from './pick-effects.svelte';

	/** The headings of a record. They are live: picked, set aside, or neither, each one key from the next. */
	interface Props {
		sheet: OpenRecord;
		index: IndexSummary;
		concept: Concept | undefined;
	}
	let { sheet, index, concept }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const effects = $derived(new PickEffects(store, index.code));

	// What picking each would bring is known before it is picked.
	$effect(() => {
		void store.followed;
		const open = sheet.headings.filter((tagged) => concept && !isPicked(tagged, concept));
		if (concept && open.length > 0) void effects.ask(open.map((heading) => ({ heading, concept })));
	});

	function isPicked(heading: { uri: string; label: string }, of: Concept): boolean {
		const known = pickFor(store, of, index.code, [heading]);
		return known !== undefined && known.role !== 'rejected';
	}

	/** Concepts that have the heading among their picks here, or find it as a narrower one of a pick. */
	const conceptsWith = ({ uri, blocks = [] }: TaggedHeading) =>
		store.concepts.filter(
			(other) =>
				blocks.includes(other.id) ||
				store.cells
					.at(other.id, index.code)
					.picks.some(({ role, headings }) => role !== 'rejected' && headings.some((own) => own.uri === uri))
		);
	const isAside = (uri: string) =>
		Object.values(store.inquiry.sightings).some(
			(sighting) => sighting.uri === uri && sighting.indexCode === index.code && sighting.state === 'open'
		);

	/** Picks the heading under its aspect as well; where that is so already, no longer. */
	function pickWithAspect({ uri, label, aspect }: TaggedHeading) {
		if (!concept || aspect === null) return;
		const known = pickFor(store, concept, index.code, [{ uri, label }]);
		if (!known || known.role === 'rejected')
			return addPick(store, concept, index, [{ uri, label }], { aspects: [aspect] });
		store.send({
			kind: 'pick.set',
			id: known.id,
			aspects: known.aspects.includes(aspect)
				? known.aspects.filter((other) => other !== aspect)
				: [...known.aspects, aspect]
		});
	}
	const aside = ({ uri, label }: TaggedHeading) =>
		setAside(store, concept, index.code, [{ uri, label }], `on the record “${sheet.item.title ?? sheet.id}”`);

	function onkeydown(event: KeyboardEvent, tagged: TaggedHeading) {
		if (event.ctrlKey || event.metaKey || event.altKey || event.target !== event.currentTarget) return;
		const rows = [...document.querySelectorAll<HTMLElement>('[data-tagged]')];
		const at = rows.indexOf(event.currentTarget as HTMLElement);
		const moves: Record<string, () => void> = {
			ArrowDown: () => rows[at + 1]?.focus(),
			ArrowUp: () => rows[at - 1]?.focus(),
			ArrowLeft: () => document.querySelector<HTMLElement>('[data-record][aria-selected=true]')?.focus(),
			Enter: () => rows[at].querySelector<HTMLElement>('[aria-haspopup=menu]')?.click(),
			' ': () => togglePick(store, concept, index, [tagged]),
			a: () => pickWithAspect(tagged),
			x: () => store.mark(index.code, [tagged]),
			s: () => aside(tagged)
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}

	function more(tagged: TaggedHeading) {
		const { aspect } = tagged;
		const known = concept && pickFor(store, concept, index.code, [tagged]);
		return [
			...(aspect !== null && concept
				? [
						{
							says: known?.aspects.includes(aspect) ? `Without “${aspect}”` : `Pick with “${aspect}”`,
							note: 'A',
							run: () => pickWithAspect(tagged)
						}
					]
				: []),
			...store.concepts
				.filter((other) => other.id !== concept?.id)
				.map((other) => {
					const by = effects.of(tagged, other);
					const picked = isPicked(tagged, other);
					return {
						says: `${picked ? 'Take back for' : 'Pick for'} ${other.name}`,
						note: picked ? 'picked' : by === undefined ? '' : signed(by),
						run: () => togglePick(store, other, index, [tagged])
					};
				}),
			{
				says: store.isMarked(index.code, [tagged]) ? 'Unmark' : 'Mark, to look at it with others',
				note: 'X',
				run: () => store.mark(index.code, [tagged])
			}
		];
	}
</script>

<ul class="border-y">
	{#each sheet.headings as tagged (tagged.uri + (tagged.aspect ?? ''))}
		{@const picked = concept !== undefined && isPicked(tagged, concept)}
		{@const elsewhere = conceptsWith(tagged).filter(({ id }) => id !== concept?.id || !picked)}
		{@const by = concept && !picked ? effects.of(tagged, concept) : undefined}
		<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a row of keys: each is also a button in it) -->
		<li
			class="flex items-center gap-2 border-t py-0.5 first:border-t-0 focus-visible:bg-wash"
			class:marked={store.isMarked(index.code, [tagged])}
			data-tagged={tagged.uri}
			tabindex="0"
			aria-label="{tagged.label}{tagged.aspect ? `, ${tagged.aspect}` : ''}: {picked
				? 'picked'
				: isAside(tagged.uri)
					? 'set aside'
					: 'not in the crosswalk for this concept'}"
			onkeydown={(event) => onkeydown(event, tagged)}
		>
			<span class="w-4 text-center" aria-hidden="true">{picked ? '●' : isAside(tagged.uri) ? '◐' : '○'}</span>
			<span class="min-w-0 flex-1">
				{#if tagged.id}
					<a
						class="text-[15px] hover:underline"
						class:font-semibold={tagged.chief}
						tabindex="-1"
						href={lineageAt(place, index.code, tagged.id)}><HeadingText label={tagged.label} /></a
					>
				{:else}
					<span class="text-[15px]"><HeadingText label={tagged.label} /></span>
					<span class="text-xs text-warn">not in this edition</span>
				{/if}
				{#if tagged.aspect}<span class="heading-voice text-quiet"> · {tagged.aspect}</span>{/if}
				{#if tagged.chief}<span class="ml-1 text-xs text-quiet">chief</span>{/if}
				{#if elsewhere.length > 0}<span class="ml-1 text-xs text-quiet"
						>in {elsewhere.map(({ name }) => name).join(', ')}</span
					>{/if}
			</span>
			{#if by !== undefined}<span class="text-xs text-quiet print:hidden">{signed(by)}</span>{/if}
			<button
				data-changes
				class="quiet-action !py-0 text-xs"
				tabindex="-1"
				disabled={!concept}
				aria-pressed={picked}
				onclick={() => togglePick(store, concept, index, [tagged])}>{picked ? 'Picked' : 'Pick'}</button
			>
			<button
				data-changes
				class="quiet-action !py-0 text-xs"
				tabindex="-1"
				disabled={isAside(tagged.uri)}
				onclick={() => aside(tagged)}>{isAside(tagged.uri) ? 'Aside' : 'Set aside'}</button
			>
			<Menu
				class="!px-1.5 !py-0 text-xs"
				label="More for {tagged.label}"
				items={more(tagged)}
				onOpen={() => void effects.ask(store.concepts.map((other) => ({ heading: tagged, concept: other })))}
				>more</Menu
			>
		</li>
	{:else}<li class="py-1 text-quiet">It carries none.</li>{/each}
</ul>

<style>
	.marked {
		background: var(--lichen-wash);
		box-shadow: inset 4px 0 0 var(--lichen);
	}
</style>
