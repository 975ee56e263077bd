<script lang="ts">
	import { onDestroy, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { progressOf } from '$core/reading';
	import { ask } from '$lib/client/ask';
	import Bibliography from '$lib/components/citing/Bibliography.svelte';
	import CitationFindings from '$lib/components/citing/CitationFindings.svelte';
	import { copyCited, inParagraphs } from '$lib/components/citing/copying';
	import { FormattedList } from '$lib/components/citing/formatted-list.svelte';
	import { styleInUse } from '$lib/components/citing/style-in-use.svelte';
	import StyleChooser from '$lib/components/citing/StyleChooser.svelte';
	import { citationsAt, readingListAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import Menu from '$lib/components/parts/Menu.svelte';
	import { counted, number } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';
	import ListViews from '$lib/components/reading-list/ListViews.svelte';
	import type { CheckedWork } from '$lib/server/reading';

	/** The works of the list as citations: in a style, and what is probably wrong with them. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const progress = $derived(progressOf(Object.values(store.inquiry.entries)));
	const PARTS = ['keep', 'open', 'drop', 'all'] as const;
	/** Kept works are cited; while none is, all are. */
	const part = $derived(
		PARTS.find((one) => one === page.url.searchParams.get('part')) ?? (progress.keep > 0 ? 'keep' : 'all')
	);
	const formatted = $derived(new FormattedList(store.id));
	let found = $state.raw<{ checked: number; wrong: number; works: CheckedWork[] } | undefined>();
	const inNotes = $derived(data.common.find(({ id }) => id === styleInUse.now.id)?.family === 'notes');

	const make = () => void formatted.make({ part });
	async function check() {
		const { value } = await ask<NonNullable<typeof found>>(
			`/inquiry/${store.id}/reading-list/citations/findings?part=${part}`
		);
		found = value ?? found;
	}
	// What was decided or mended, here or elsewhere, changes both; the server has it once it is saved.
	const standing = $derived(
		Object.values(store.inquiry.entries)
			.map(({ id, decision, mends }) => `${id}${decision}${JSON.stringify(mends)}`)
			.join()
	);
	$effect(() => {
		void [part, standing];
		if (store.saving === 'saved' && progress.all > 0)
			untrack(() => {
				make();
				void check();
			});
	});
	onDestroy(() => void formatted.leave());

	const cited = $derived(formatted.cited ?? []);
	const copy = (how: Parameters<typeof copyCited>[1]) => cited.length > 0 && copyCited(cited, how);
	function takeAway(ending: 'html' | 'txt') {
		const content =
			ending === 'html'
				? `<!doctype html><meta charset="utf-8"><title>Bibliography</title>\n${inParagraphs(cited)}\n`
				: cited.map(({ text }) => text + '\n').join('');
		const link = document.createElement('a');
		link.href = URL.createObjectURL(
			new Blob([content], { type: ending === 'html' ? 'text/html' : 'text/plain' })
		);
		link.download = `bibliography.${ending}`;
		link.click();
		URL.revokeObjectURL(link.href);
	}
	$effect(() =>
		useKeys({
			title: 'Citations',
			keys: [
				{ shown: ['C'], does: 'Copy the bibliography with its italics', bind: 'c', run: () => copy('rich') },
				{ shown: ['P'], does: 'Copy it as plain text', bind: 'p', run: () => copy('plain') },
				{ shown: ['B'], does: 'Back to the works', bind: 'b', run: () => void goto(readingListAt(placeOf(store))) }
			]
		})
	); // prettier-ignore
</script>

<svelte:head><title>Citations · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-1.5 border-b px-3 py-1 print:hidden">
	<h1 class="mr-2 font-semibold">Reading list</h1>
	<ListViews current="citations" />
	<Select
		label="Works"
		class="ml-2"
		value={part}
		options={[
			{ value: 'keep', says: `kept works, ${number(progress.keep)}` },
			{ value: 'open', says: `open works, ${number(progress.open)}` },
			{ value: 'drop', says: `dropped works, ${number(progress.drop)}` },
			{ value: 'all', says: `all works, ${number(progress.all)}` }
		]}
		onChange={(next) => void goto(citationsAt(placeOf(store), next), { keepFocus: true, replaceState: true })}
	/>
	<StyleChooser common={data.common} locales={data.locales} onChoose={make} />
	<span class="ml-auto flex gap-1">
		<button class="action !py-0.5" disabled={cited.length === 0} onclick={() => copy('rich')}>Copy all</button
		>
		<Menu
			label="More ways to copy or export"
			items={[
				{ says: 'Copy as plain text', run: () => copy('plain') },
				{ says: 'Copy as they stand in the text', run: () => copy('in text') },
				{ says: 'A page of HTML', run: () => takeAway('html') },
				{ says: 'A file of plain text', run: () => takeAway('txt') }
			]}>More</Menu
		>
	</span>
</div>

{#if progress.all === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">Citations are made of the works on the reading list, and there is none on it yet.</p>
		<a class="action" href={readingListAt(placeOf(store))}>To the reading list</a>
	</div>
{:else}
	<div class="on-paper flex min-h-0 flex-1 max-md:block max-md:overflow-auto print:block">
		<section
			aria-label="What may be wrong"
			class="flex w-[430px] shrink-0 flex-col border-r max-md:w-full print:hidden"
		>
			{#if found}<CitationFindings {found} />{:else}<p class="p-4 text-quiet">
					The citations are being looked through.
				</p>{/if}
		</section>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
		<section
			aria-label="Citations"
			class="relative min-w-0 flex-1 overflow-y-auto print:overflow-visible"
			tabindex="0"
		>
			{#if formatted.share !== undefined}
				<p class="flex items-center gap-3 border-b bg-wash px-6 py-2" role="status">
					<progress class="flex-1" max="1" value={formatted.share} aria-label="Citations formatted"
					></progress>
					{Math.round(100 * formatted.share)} %
					<button class="quiet-action border" onclick={() => void formatted.leave()}>Leave it</button>
				</p>
			{/if}
			{#if formatted.fault}<p class="px-6 py-2 text-warn" role="alert">{formatted.fault}</p>{/if}
			{#if formatted.cited}
				<Bibliography {cited} {inNotes} />
				{#if cited.length === 0}<p class="p-6 text-quiet">No work of the list is so decided.</p>{/if}
			{:else if formatted.share === undefined && !formatted.fault}<p class="p-6 text-quiet">
					{counted(progress[part === 'all' ? 'all' : part], 'citation')} on the way.
				</p>{/if}
		</section>
	</div>
{/if}
