<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { HeadingLine, HeadingSheet } from '$lib/server/browse';
	import type { Snippet } from 'svelte';
	import HeadingText from '../marks/HeadingText.svelte';

	/** The entry of a heading: notes, dates, entry terms, aspects, related headings. */
	interface Props {
		sheet: HeadingSheet;
		index: IndexSummary;
		at: (heading: string) => string;
		/** Pictures, where there is room; they come from outside, so that who has none does not load them. */
		records?: Snippet;
		picture?: Snippet;
		/** A related heading as a line of a list, with what can be done with it; no more than its name where this is left out. */
		related?: Snippet<[HeadingLine]>;
	}
	let { sheet, index, at, records, picture, related }: Props = $props();
	const isPast = (kind: string) => kind === 'history' || kind === 'change';
	const notes = $derived(sheet.notes.filter(({ kind }) => !isPast(kind)));
	const history = $derived(sheet.notes.filter(({ kind }) => isPast(kind)));
	const others = $derived(sheet.labels.filter(({ text }) => text !== sheet.label));
	const KINDS = {
		scope: 'Scope note',
		definition: 'Definition',
		editorial: 'Editorial note',
		example: 'Example',
		history: 'History note',
		general: 'Note',
		change: 'Change note'
	};
</script>

<dl class="space-y-3">
	{#each notes as note (note.kind + note.text)}
		<div>
			<dt class="text-xs text-quiet">{KINDS[note.kind]}</dt>
			<dd lang={note.lang || undefined}>{note.text}</dd>
		</div>
	{/each}
</dl>
{#if notes.length === 0}
	<p class="text-quiet">{index.name} gives no scope note for this heading.</p>
{/if}
{@render records?.()}
<dl class="space-y-3">
	{#if sheet.entryTerms.length > 0}
		<div>
			<dt class="text-xs text-quiet">Entry terms</dt>
			<dd class="flex flex-wrap gap-x-3">
				{#each sheet.entryTerms as term (term.lang + term.text)}
					<span lang={term.lang || undefined}
						>{term.text}{#if term.lang && term.lang !== 'en'}<span class="ml-1 text-xs text-quiet uppercase"
								>{term.lang}</span
							>{/if}{#if term.together}<span class="text-quiet">
								(together with
								{#each term.together.filter(({ id }) => id !== sheet.id) as other, i (other.id)}{i > 0
										? ', '
										: ''}<a class="hover:underline" href={at(other.id)}><HeadingText label={other.label} /></a
									>{/each})</span
							>{/if}</span
					>
				{/each}
			</dd>
		</div>
	{/if}
	{#if others.length > 0}
		<div>
			<dt class="text-xs text-quiet">In other languages</dt>
			<dd>
				{#each others as label (label.lang)}
					<span lang={label.lang || undefined}><HeadingText label={label.text} /></span>
					<span class="text-xs text-quiet uppercase">{label.lang}</span>
				{/each}
			</dd>
		</div>
	{/if}
	{#if sheet.introduced || sheet.retiredIn !== null || sheet.predecessors.length > 0 || sheet.successors.length > 0 || history.length > 0}
		<div>
			<dt class="text-xs text-quiet">History</dt>
			<dd>
				{#if sheet.introduced}Introduced in {sheet.introduced}.{/if}
				{#if sheet.predecessors.length > 0}
					Before that,
					{#each sheet.predecessors as other, i (other.id)}{i > 0 ? ', ' : ''}<a
							class="hover:underline"
							href={at(other.id)}><HeadingText label={other.label} /></a
						>{/each}.
				{/if}
				{#if sheet.successors.length > 0}
					Followed by
					{#each sheet.successors as other, i (other.id)}{i > 0 ? ', ' : ''}<a
							class="hover:underline"
							href={at(other.id)}><HeadingText label={other.label} /></a
						>{/each}.
				{/if}
				{#if sheet.retiredIn !== null}<span class="text-warn"
						>Retired{sheet.retiredIn ? ` in ${sheet.retiredIn}` : ''}.</span
					>{/if}
				{#each history as note (note.text)}<span class="block text-quiet">{note.text}</span>{/each}
			</dd>
		</div>
	{/if}
	{#if index.records === 0 && sheet.aspects.length > 0}
		<div>
			<dt class="text-xs text-quiet">Aspects allowed</dt>
			<dd>{sheet.aspects.join(', ')}</dd>
		</div>
	{/if}
	{#if sheet.related.length > 0}
		<div>
			<dt class="text-xs text-quiet">Related</dt>
			<dd>
				<ul>
					{#each sheet.related as other (other.id)}
						{#if related}{@render related(other)}
						{:else}<li>
								<a class="hover:underline" href={at(other.id)}
									><HeadingText label={other.label} retired={other.retired} /></a
								>
							</li>{/if}
					{/each}
				</ul>
			</dd>
		</div>
	{/if}
	{#if sheet.siblings.length > 0}
		<div>
			<dt class="text-xs text-quiet">Siblings</dt>
			<dd class="line-clamp-3">
				{#each sheet.siblings as other, i (other.id)}{i > 0 ? ' · ' : ''}<a
						class="hover:underline"
						href={at(other.id)}><HeadingText label={other.label} retired={other.retired} /></a
					>{/each}
			</dd>
		</div>
	{/if}
	{#if sheet.collections.length > 0}
		<div>
			<dt class="text-xs text-quiet">In the collection</dt>
			<dd>{sheet.collections.join(' · ')}</dd>
		</div>
	{/if}
	{#if sheet.notations.length > 0}
		<div>
			<dt class="text-xs text-quiet">Notation</dt>
			<dd>{sheet.notations.join(' · ')}</dd>
		</div>
	{/if}
	{#if picture && sheet.broader.length + sheet.narrower.length > 0}
		<div>
			<dt class="mb-1 text-xs text-quiet">Place in the hierarchy</dt>
			<dd>{@render picture()}</dd>
		</div>
	{/if}
</dl>
