<script lang="ts">
	import Browse from '@lucide/svelte/icons/network';
	import Crosswalk from '@lucide/svelte/icons/table-2';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import KeepUp from '@lucide/svelte/icons/calendar-sync';
	import Indexes from '@lucide/svelte/icons/library';
	import Logbook from '@lucide/svelte/icons/scroll-text';
	import Question from '@lucide/svelte/icons/message-square-quote';
	import Pearls from '@lucide/svelte/icons/gem';
	import ReadingList from '@lucide/svelte/icons/list-checks';
	import Records from '@lucide/svelte/icons/files';
	import Report from '@lucide/svelte/icons/file-text';
	import Strategy from '@lucide/svelte/icons/funnel';
	import { page } from '$app/state';
	import { progressOf } from '$core/reading';
	import {
		crosswalkAt,
		indexesAt,
		keepUpAt,
		lanesAt,
		logbookAt,
		pearlsAt,
		questionAt,
		readingListAt,
		recordsAt,
		reportAt,
		strategyAt
	} from '../inquiry/addresses';
	import { currentIndex, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted, number } from '../parts/numbers';
	import Emblem from './Emblem.svelte';

	/** The screens in the order of work, each with a figure that says how far it is. */
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const code = $derived(currentIndex(store) ?? store.columns[0]?.code);
	const found = $derived(code === undefined ? undefined : store.found[code]);
	const cells = $derived(store.concepts.length * store.columns.length);
	const decided = $derived(
		store.concepts.reduce(
			(sum, concept) =>
				sum +
				store.columns.filter((index) => store.cells.at(concept.id, index.code).state !== 'undecided').length,
			0
		)
	);
	const pearls = $derived(Object.keys(store.inquiry.pearls).length);
	const list = $derived(progressOf(Object.values(store.inquiry.entries)));
	const path = $derived(page.url.pathname);
	const screens = $derived([
		{
			name: 'Question',
			sign: Question,
			href: questionAt(place),
			on: path.endsWith('/question'),
			figure: number(store.concepts.length),
			says: counted(store.concepts.length, 'concept')
		},
		{
			name: 'Indexes',
			sign: Indexes,
			href: indexesAt(place),
			on: path.endsWith('/indexes'),
			figure: number(store.columns.length),
			says: `${number(store.columns.length)} chosen`
		},
		{
			name: 'Crosswalk',
			sign: Crosswalk,
			href: crosswalkAt(place),
			on: path === `/inquiry/${store.id}`,
			figure: cells > 0 ? `${decided}/${cells}` : '',
			says: `${decided} of ${counted(cells, 'cell')} decided`
		},
		{
			name: 'Browse',
			sign: Browse,
			href: lanesAt(place),
			on: path.includes('/browse'),
			figure: '',
			says: ''
		},
		{
			name: 'Strategy',
			sign: Strategy,
			href: strategyAt(place),
			on: path.endsWith('/strategy') || path.endsWith('/check'),
			figure: typeof found === 'number' ? number(found) : '',
			says: typeof found === 'number' ? `${counted(found, 'record')} in ${store.indexName(code ?? '')}` : ''
		},
		{
			name: 'Records',
			sign: Records,
			href: recordsAt(place),
			on: path.endsWith('/records') || path.endsWith('/pooled'),
			figure: '',
			says: ''
		},
		{
			name: 'Pearls',
			sign: Pearls,
			href: pearlsAt(place),
			on: path.endsWith('/pearls'),
			figure: pearls > 0 ? number(pearls) : '',
			says: counted(pearls, 'pearl')
		},
		{
			name: 'Reading list',
			sign: ReadingList,
			href: readingListAt(place),
			on: path.includes('/reading-list'),
			figure: list.all > 0 ? `${list.looked}/${list.all}` : '',
			says: `${list.looked} of ${counted(list.all, 'work')} looked at`
		},
		{
			name: 'Report',
			sign: Report,
			href: reportAt(place),
			on: path.endsWith('/report'),
			figure: '',
			says: ''
		},
		{
			name: 'Logbook',
			sign: Logbook,
			href: logbookAt(place),
			on: path.endsWith('/logbook') || path.endsWith('/replay'),
			figure: '',
			says: ''
		},
		{
			name: 'Keep up',
			sign: KeepUp,
			href: keepUpAt(place),
			on: path.endsWith('/keep-up') || path.endsWith('/changed'),
			figure: store.repairs > 0 ? number(store.repairs) : '',
			says: counted(store.repairs, 'repair')
		}
	]);
	/** On a phone so many stand in the row; the rest is behind a button. */
	const FIRST = 4;
	let more = $state(false);
	$effect(() => {
		void path;
		more = false;
	});
</script>

<nav
	aria-label="Screens"
	class="flex shrink-0 flex-col border-r bg-leaf max-sm:relative max-sm:flex-row max-sm:border-t max-sm:border-r-0 sm:w-[72px] print:hidden"
>
	<a href="/" class="flex h-11 items-center justify-center max-sm:hidden" aria-label="Oakmoss, all inquiries"
		><Emblem /></a
	>
	{#each screens as { name, sign: Sign, href, on, figure, says }, i (name)}
		<a
			{href}
			aria-current={on ? 'page' : undefined}
			class="flex min-h-[54px] flex-col items-center justify-center gap-0.5 px-0.5 py-1 text-center text-xs text-quiet hover:bg-shade max-sm:flex-1 aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep {i >=
			FIRST
				? more
					? 'max-sm:flex'
					: 'max-sm:hidden'
				: ''}"
		>
			<Sign size={18} strokeWidth={1.6} aria-hidden="true" />
			<span class="leading-4">{name}</span>
			{#if figure}<span class="text-[12px] leading-3 font-normal text-bark" aria-hidden="true">{figure}</span
				><span class="sr-only">, {says}</span>{/if}
		</a>
	{/each}
	<button
		class="quiet-action min-h-14 flex-1 flex-col !gap-0.5 text-xs sm:hidden"
		aria-expanded={more}
		onclick={() => (more = !more)}><Ellipsis size={18} aria-hidden="true" />{more ? 'Less' : 'More'}</button
	>
</nav>
