<script lang="ts">
	import { Popover } from 'bits-ui';
	import type { Word } from '$core/crosswalk';
	import Select from '../parts/Select.svelte';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { printLine } from '$core/search';
	import { lanesAt, pooledAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import type { WordCheck } from '$lib/server/crosswalk';
	import FreeWord from '../marks/FreeWord.svelte';
	import Count from '../parts/Count.svelte';
	import { counted } from '../parts/numbers';
	import IndexMark from '../marks/IndexMark.svelte';

	/** A word with what is said of it; pressed, it can be changed. */
	let { word, check }: { word: Word; check: WordCheck | undefined } = $props();
	const store = $derived(useInquiry()());
	let open = $state(false);
	const found = $derived(check && Object.values(check.records).reduce((sum, n) => sum + n, 0));
	/** The text that finds the records that have it, looked for where the inquiry says. */
	const cql = $derived(
		printLine({
			id: word.id,
			off: false,
			kind: 'word',
			test: { text: word.text, capitals: word.capitals, field: store.inquiry.about.wordField }
		})
	);
	const off = $derived(store.columns.filter(({ code }) => word.off.includes(code)));
	const isAcronym = $derived(/^[A-Z][A-Z0-9]{1,7}$/.test(word.text));

	function setText(text: string) {
		const clean = text.trim();
		if (clean && clean !== word.text) store.send({ kind: 'word.set', id: word.id, text: clean });
	}
</script>

<Popover.Root bind:open>
	<Popover.Trigger
		class="-mx-1 min-h-6 min-w-6 max-w-[calc(100%+0.5rem)] rounded px-1 text-left [overflow-wrap:anywhere] hover:bg-shade"
		data-word={word.text}
	>
		<FreeWord text={word.text} />{#if word.lang}<span class="ml-1 text-xs text-quiet uppercase"
				>{word.lang}</span
			>{/if}{#if word.capitals}<span class="ml-1 text-xs text-quiet">capitals only</span
			>{/if}{#if off.length > 0}<span class="ml-1 text-xs text-quiet"
				>not in {off.map(({ name }) => name).join(', ')}</span
			>{/if}
	</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content
			class="z-30 w-72 space-y-2 rounded-md border bg-leaf p-3"
			align="start"
			sideOffset={4}
			aria-label="The word {word.text}"
		>
			<label class="block text-xs">
				<span class="text-quiet">Word, phrase, or stem ending in *</span>
				<input
					class="field mt-0.5 w-full text-sm"
					value={word.text}
					maxlength="200"
					onchange={(event) => setText(event.currentTarget.value)}
				/>
			</label>
			<div class="flex items-end gap-3 text-xs">
				<label class="block">
					<span class="text-quiet">Language</span>
					<input
						data-writes
						class="field mt-0.5 w-16"
						value={word.lang}
						placeholder="any"
						maxlength="12"
						pattern={'[A-Za-z]{2,3}(-[A-Za-z0-9]+)*'}
						onchange={(event) =>
							event.currentTarget.validity.valid &&
							store.send({
								kind: 'word.set',
								id: word.id,
								lang: event.currentTarget.value.trim().toLowerCase()
							})}
					/>
				</label>
				<WordSwitch
					on={word.capitals}
					more={isAcronym ? 'Matches it only in capitals' : 'For an acronym that is also an ordinary word'}
					onChange={(capitals) => store.send({ kind: 'word.set', id: word.id, capitals })}
					>capitals only</WordSwitch
				>
			</div>
			<div class="text-xs">
				<p class="text-quiet">Searched in</p>
				<div class="mt-0.5 flex flex-wrap gap-1">
					{#each store.columns as index (index.code)}
						<WordSwitch
							on={!word.off.includes(index.code)}
							onChange={(on) =>
								store.send({
									kind: 'word.set',
									id: word.id,
									off: on ? word.off.filter((code) => code !== index.code) : [...word.off, index.code]
								})}
							><span class="inline-flex items-center gap-1"><IndexMark {index} size={14} />{index.name}</span
							></WordSwitch
						>
					{/each}
				</div>
			</div>
			{#if store.concepts.length > 1}
				<div class="text-xs">
					<span class="text-quiet">Belongs to</span>
					<Select
						changes
						class="mt-0.5 flex w-full"
						label="Concept that “{word.text}” belongs to"
						value={word.conceptId}
						options={store.concepts.map(({ id, name }) => ({ value: id, says: name }))}
						onChange={(conceptId) => store.send({ kind: 'word.set', id: word.id, conceptId })}
					/>
				</div>
			{/if}
			<div class="flex gap-2 border-t pt-2">
				<a
					class="quiet-action border"
					href={lanesAt({ ...placeOf(store), concept: word.conceptId }, word.text.replace(/\*$/, ''))}
					>Look up</a
				>
				<button
					data-changes
					class="quiet-action"
					onclick={() => store.send({ kind: 'word.remove', id: word.id })}>Remove</button
				>
			</div>
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
{#if found}<span class="text-xs text-quiet"
		><Count
			n={found}
			at={pooledAt(placeOf(store), { cql, without: word.off })}
			says="records have “{word.text}”"
		/></span
	>{/if}
{#if found === 0 || check?.instead}
	<span class="text-xs text-warn"
		>{found === 0 ? 'finds nothing in any chosen index' : 'hardly finds anything'}{#if check?.instead}
			<button class="quiet-action border !py-0" onclick={() => check.instead && setText(check.instead.text)}
				>take <FreeWord text={check.instead.text} /> instead · {counted(
					check.instead.records,
					'record'
				)}</button
			>{/if}</span
	>
{/if}
