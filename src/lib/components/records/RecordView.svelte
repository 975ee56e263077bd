<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import { nameInWords, yearOf } from '$core/evidence/citation';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { RecordSheet, TaggedHeading } from '$lib/server/records';
	import { lineageAt, recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { addPick, setAside, pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';

	/** One record in full. Its headings are live: picked, set aside, or neither, each one key from the next. */
	interface Props {
		sheet: RecordSheet;
		index: IndexSummary;
		concept: Concept | undefined;
		sort: string;
	}
	let { sheet, index, concept, sort }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const item = $derived(sheet.item);
	const definitions = $derived(new Map(index.limits.map((limit) => [limit.field, limit.label])));
	const labels = $derived(
		Object.entries(sheet.limits).flatMap(([field, values]) => {
			const label = definitions.get(field);
			return label
				? [
						{
							label,
							values: values
								.map((value) => (value === 'true' ? 'yes' : value === 'false' ? 'no' : value))
								.join(', ')
						}
					]
				: [];
		})
	);

	/** Concepts that have the heading among their picks here. */
	const conceptsWith = (uri: string) =>
		store.concepts.filter((other) =>
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
		setAside(store, concept, index.code, [{ uri, label }], `on the record “${item.title ?? sheet.id}”`);

	function onkeydown(event: KeyboardEvent, tagged: TaggedHeading) {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const rows = [...document.querySelectorAll<HTMLElement>('[data-tagged]')];
		const at = rows.indexOf(event.currentTarget as HTMLElement);
		const moves: Record<string, () => void> = {
			ArrowDown: () => rows[at + 1]?.focus(),
			ArrowUp: () => rows[at - 1]?.focus(),
			ArrowLeft: () => document.querySelector<HTMLElement>('[data-record][aria-selected=true]')?.focus(),
			' ': () => togglePick(store, concept, index, [tagged]),
			a: () => pickWithAspect(tagged),
			s: () => aside(tagged)
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}
</script>

<article class="mx-auto max-w-3xl px-6 py-4">
	<p class="text-xs text-quiet">
		{sheet.kind} · {sheet.id}{#if index.standIn}{' '}· made up for the demo{/if}
	</p>
	<h2 class="mt-0.5 text-lg leading-6 font-semibold">{item.title || 'Without a title'}</h2>
	<p class="mt-1">{(item.author ?? []).map(nameInWords).join('; ') || 'No author given'}</p>
	<p class="text-quiet">
		{[
			item['container-title'] ?? item.publisher,
			yearOf(item) ?? 'no year',
			item.volume && `volume ${item.volume}${item.issue ? `, issue ${item.issue}` : ''}`,
			item.page && `pages ${item.page}`,
			item.DOI && `DOI ${item.DOI}`
		]
			.filter(Boolean)
			.join(' · ')}
	</p>

	<h3 class="mt-4 mb-1 flex items-baseline gap-2 font-semibold">
		{index.headingNoun[0].toUpperCase() + index.headingNoun.slice(1)}
		<span class="text-xs font-normal text-quiet">
			{#if concept}picks go to “{concept.name}”{:else}choose a concept above to pick{/if}
		</span>
	</h3>
	<ul class="border-y">
		{#each sheet.headings as tagged (tagged.uri + (tagged.aspect ?? ''))}
			{@const known = concept && pickFor(store, concept, index.code, [tagged])}
			{@const elsewhere = conceptsWith(tagged.uri).filter(({ id }) => id !== concept?.id)}
			{@const picked = known !== undefined && known.role !== 'rejected'}
			<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a row of keys: each is also a button in it) -->
			<li
				class="flex items-center gap-2 border-t py-1 first:border-t-0 focus-visible:bg-wash"
				data-tagged={tagged.uri}
				tabindex="0"
				aria-label="{tagged.label}{tagged.aspect ? `, ${tagged.aspect}` : ''}: {picked
					? 'picked'
					: isAside(tagged.uri)
						? 'set aside'
						: 'not in the crosswalk for this concept'}"
				onkeydown={(event) => onkeydown(event, tagged)}
			>
				<span class="w-4 text-center" aria-hidden="true"
					>{picked ? '●' : isAside(tagged.uri) ? '◐' : '○'}</span
				>
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
				<button
					class="quiet-action !py-0 text-xs"
					tabindex="-1"
					disabled={!concept}
					aria-pressed={picked}
					onclick={() => togglePick(store, concept, index, [tagged])}>{picked ? 'Picked' : 'Pick'}</button
				>
				{#if tagged.aspect}
					<button
						class="quiet-action !py-0 text-xs"
						tabindex="-1"
						disabled={!concept}
						onclick={() => pickWithAspect(tagged)}
						>{known?.aspects.includes(tagged.aspect) ? 'Without its aspect' : 'With its aspect'}</button
					>
				{/if}
				<button
					class="quiet-action !py-0 text-xs"
					tabindex="-1"
					disabled={isAside(tagged.uri)}
					onclick={() => aside(tagged)}>{isAside(tagged.uri) ? 'Aside' : 'Set aside'}</button
				>
			</li>
		{:else}<li class="py-1 text-quiet">It carries none.</li>{/each}
	</ul>

	<h3 class="mt-4 mb-1 font-semibold">Abstract</h3>
	{#if item.abstract}<p class="max-w-prose leading-[22px]">{item.abstract}</p>
	{:else}<p class="text-quiet">This record has none.</p>{/if}
	{#if item.keyword}
		<p class="mt-2"><span class="text-quiet">Author’s keywords, not controlled:</span> {item.keyword}</p>
	{/if}

	<dl class="mt-4 grid grid-cols-[160px_1fr] gap-y-0.5 border-t pt-2">
		{#if item.language}<dt class="text-quiet">Language</dt>
			<dd>{item.language}</dd>{/if}
		{#each labels as { label, values } (label)}<dt class="text-quiet">{label}</dt>
			<dd>{values}</dd>{/each}
		{#each index.limits.filter(({ field }) => !sheet.limits[field]) as { field, label } (field)}
			<dt class="text-quiet">{label}</dt>
			<dd class="text-quiet">not labelled</dd>
		{/each}
		{#if item.custom?.affiliations}<dt class="text-quiet">Affiliation</dt>
			<dd>{item.custom.affiliations.join('; ')}</dd>{/if}
		{#if item.custom?.funders}<dt class="text-quiet">Funder</dt>
			<dd>{item.custom.funders.join('; ')}</dd>{/if}
	</dl>

	{#each [{ title: 'It refers to', list: sheet.cites }, { title: 'Referred to by', list: sheet.citedBy }] as { title, list } (title)}
		{#if list.length > 0}
			<h3 class="mt-4 mb-1 font-semibold">
				{title} <span class="font-normal text-quiet">{list.length}</span>
			</h3>
			<ul>
				{#each list as { id, title: other, year } (id)}
					<li class="flex gap-2 py-0.5">
						<span class="w-10 shrink-0 text-quiet">{year ?? '·'}</span>
						<a class="hover:underline" href={recordsAt(place, index.code, { sort, record: id })}>{other}</a>
					</li>
				{/each}
			</ul>
		{/if}
	{/each}
</article>
