<script lang="ts">
	import { number } from '$lib/components/parts/numbers';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import HierarchyDisplay from '$lib/components/browse/HierarchyDisplay.svelte';
	import Roll from '$lib/components/browse/Roll.svelte';
	import SheetBeside from '$lib/components/browse/SheetBeside.svelte';
	import { displayAt, lanesAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	let { data } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const index = $derived(data.indexes.find(({ code }) => code === data.code));
	const typed = $derived(page.url.searchParams.get('typed') ?? '');

	const displays = $derived(
		[
			{ name: 'hierarchical', says: 'Hierarchical', on: index?.hierarchical },
			{ name: 'alphabetical', says: 'Alphabetical', on: true },
			{ name: 'permuted', says: 'Permuted', on: true }
		].filter(({ on }) => on)
	);

	/** Of the row in hand. */
	let heading = $state<string>();
	let field = $state<HTMLInputElement>();
	let text = $state('');
	// The address says what is typed, but while the field is in use it is ahead of the address.
	$effect(() => {
		const inAddress = typed;
		if (document.activeElement !== field) text = inAddress;
	});

	let wait: ReturnType<typeof setTimeout> | undefined;
	function type() {
		clearTimeout(wait);
		wait = setTimeout(
			() =>
				void goto(displayAt(place, data.code, data.display, text.trim()), {
					replaceState: true,
					keepFocus: true,
					noScroll: true
				}),
			120
		);
	}
	function intoList(event: KeyboardEvent) {
		if (event.key !== 'ArrowDown' && event.key !== 'Enter') return;
		event.preventDefault();
		document.querySelector<HTMLElement>('main [data-row]')?.focus();
	}
</script>

<svelte:head><title>{index?.name}, {data.display} · Oakmoss</title></svelte:head>

{#if index}
	<div class="flex flex-wrap items-center gap-x-2 gap-y-1 border-b px-4 py-1.5">
		<IndexMark {index} size={20} />
		<h1 class="font-semibold">{index.name}</h1>
		<span class="text-quiet">
			{number(index.headings)}
			{index.headingNoun}{index.edition ? `, edition ${index.edition}` : ''}{index.hierarchical
				? ''
				: ', a flat list'}
		</span>
		<nav aria-label="Displays" class="flex gap-1 sm:ml-4">
			{#each displays as display (display.name)}
				<a
					class="rounded px-2 py-0.5 hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold"
					aria-current={display.name === data.display ? 'page' : undefined}
					href={displayAt(place, index.code, display.name, typed)}>{display.says}</a
				>
			{/each}
		</nav>
		<label class="flex items-center gap-2 sm:ml-auto">
			<span class="text-quiet">{data.display === 'hierarchical' ? 'Only what holds' : 'Scroll to'}</span>
			<input
				class="field w-56"
				bind:this={field}
				bind:value={text}
				maxlength="200"
				spellcheck="false"
				autocomplete="off"
				oninput={type}
				onkeydown={intoList}
			/>
		</label>
		<a class="quiet-action" href={lanesAt(place)}>All indexes</a>
	</div>
	{#if !index.edition}
		<p class="p-6 text-quiet">No vocabulary is loaded for {index.name} yet.</p>
	{:else}
		<div class="flex min-h-0 flex-1">
			<div class="flex min-w-0 flex-1 flex-col">
				{#if data.display === 'hierarchical'}
					<HierarchyDisplay {index} {typed} bind:heading />
				{:else}
					<Roll {index} kind={data.display} {typed} bind:heading />
				{/if}
			</div>
			<SheetBeside {index} {heading} />
		</div>
	{/if}
{/if}
