<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { wordsOfCql } from '$core/search';
	import type { PoolItem } from '$lib/server/reading';
	import { indexesAt, pooledAt, resultIn, type OfPool } from '$lib/components/inquiry/addresses';
	import { currentConcept, placeOf } from '$lib/components/inquiry/in-hand';
	import { rememberWhatIsShown } from '$lib/components/find/recent.svelte';
	import { freshId, useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { newConcept } from '$lib/components/question/new-concept';
	import { askRuns } from '$lib/components/runs/ask-runs';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { followWhatCounts } from '$lib/components/inquiry/follow.svelte';
	import LimitsInForce from '$lib/components/limits/LimitsInForce.svelte';
	import { hasLimits, turnAll } from '$lib/components/limits/limits-shown';
	import OverlapPicture from '$lib/components/overlap/OverlapPicture.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted, number } from '$lib/components/parts/numbers';
	import PageFoot from '$lib/components/parts/PageFoot.svelte';
	import Panel from '$lib/components/parts/Panel.svelte';
	import WordSwitch from '$lib/components/parts/WordSwitch.svelte';
	import Select from '$lib/components/parts/Select.svelte';
	import { joinWorks, nameOfItem, splitOff } from '$lib/components/pool/items';
	import PoolComposition from '$lib/components/pool/PoolComposition.svelte';
	import PoolItemView from '$lib/components/pool/PoolItemView.svelte';
	import PoolRows from '$lib/components/pool/PoolRows.svelte';
	import ViewsOfIndexes from '$lib/components/pool/ViewsOfIndexes.svelte';
	import PoolShares from '$lib/components/pool/PoolShares.svelte';
	import PersonForms from '$lib/components/reading/PersonForms.svelte';
	import KnownEverywhere from '$lib/components/reading/KnownEverywhere.svelte';
	import { called } from '$lib/components/reading/dimension-words';
	import { readable } from '$lib/components/parts/value-words';
	import { takeOnto, toggleListed } from '$lib/components/listing/list-records';
	import IndexesNav from '$lib/components/records/IndexesNav.svelte';

	/** What the strategies or runs of several indexes find, as one list in which each work stands once. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	followWhatCounts(() => store);
	const place = $derived(placeOf(store));
	const pool = $derived(data.pool);
	const concept = $derived(currentConcept(store));
	const wanted = $derived(page.url.searchParams.get('item') ?? undefined);
	const inHand = $derived(pool.list.find((item) => nameOfItem(item) === wanted) ?? pool.list[0]);
	/** The work that another one is to be joined with. */
	let waiting = $state.raw<PoolItem | undefined>();
	let picturing = $state(false);
	let composing = $state(false);
	/** What is known of a name, index by index. */
	const NAMES = ['person', 'author', 'source', 'affiliation', 'funder'];
	const SORTS = [
		['relevance', 'best match'],
		['spread', 'in most indexes first'],
		['newest', 'latest year first'],
		['oldest', 'earliest year first']
	] as const;

	/** The same pool, looked at otherwise. */
	const at = (changes: OfPool) => {
		const { runs, cql, limits, without, members, has, value, sort } = data.wish;
		const whole = data.wish.whole === 'yes';
		const limited = limits === 'yes';
		return pooledAt(place, { runs, whole, cql, limited, without, members, has, value, sort, ...changes });
	};
	const show = (changes: OfPool) =>
		goto(at(changes), { keepFocus: true, noScroll: true, replaceState: changes.item !== undefined });
	const open = (item: string) => void show({ from: pool.offset, item });
	async function beyond(by: 1 | -1) {
		const from = pool.offset + by * data.size;
		if (from < 0 || from >= pool.count) return;
		await show({ from });
		const rows = document.querySelectorAll<HTMLElement>('[data-work]');
		rows[by > 0 ? 0 : rows.length - 1]?.focus();
	}

	async function join(item: PoolItem) {
		if (waiting) await joinWorks(store.id, item, waiting);
		waiting = undefined;
	}
	async function keep(members: number[]) {
		picturing = false;
		const { search } = new URL(at({ members }), location.href);
		const kept = await askRuns<{ numbers: number[] }>(`/inquiry/${store.id}/pooled/kept${search}`, {
			body: {}
		});
		if (!kept) return;
		messages.say(
			kept.numbers.length === 1
				? `Kept as run ${kept.numbers[0]}`
				: `Kept as runs ${kept.numbers.join(', ')}, one for each index`
		);
	}
	/** The words become a concept that stands in hand at once. */
	async function makeConcept() {
		const id = freshId();
		store.send(newConcept(id, words ?? ''));
		await goto(pooledAt({ ...place, concept: id }, { cql: data.wish.cql, without: data.wish.without }), {
			keepFocus: true
		});
	}
	/** What is shown, in words. */
	const inWords = $derived.by(() => {
		const { runs, whole, cql } = data.wish;
		const what =
			runs.length > 0 ? `runs ${runs.join(', ')}` : cql ? `records ${titleOfText}` : 'the strategies';
		if (whole) return `${titleOfValue}, in all indexes`;
		return (
			what + (isPart ? `, ${[titleOfRegion, titleOfValue].filter(Boolean).join(', ')}` : ' of all indexes')
		);
	});
	function takeAll() {
		const { search } = new URL(at({}), location.href);
		return takeOnto(store, `pooled${search}`, inWords);
	}
	rememberWhatIsShown(() =>
		pool.parts.length > 0
			? { kind: 'result', indexCode: '', search: resultIn(page.url), says: inWords, count: pool.count }
			: undefined
	);
	const canBeLimited = $derived(data.wish.runs.length === 0 && hasLimits(store.inquiry, store.columns));
	function turnLimits() {
		if (data.wish.cql || data.wish.whole) {
			if (canBeLimited) void show({ limited: data.wish.limits !== 'yes' });
		} else if (data.wish.runs.length === 0) store.send(turnAll(store.inquiry, store.columns));
	}
	const isPart = $derived(data.wish.members.length > 0 || Boolean(data.wish.has));
	const words = $derived(data.wish.cql && wordsOfCql(data.wish.cql));
	const isConcept = $derived(store.concepts.some(({ name }) => name === words));
	const titleOfText = $derived(
		words ? `that say “${words}”` : data.wish.cql ? `that this finds: ${data.wish.cql}` : ''
	);
	const titleOfValue = $derived(
		data.wish.has && `${called(data.wish.has, []).one}: ${readable(pool.value ?? '', data.wish.has)}`
	);
	const titleOfRegion = $derived(
		data.wish.members.length === 0
			? ''
			: data.wish.members.length === pool.parts.length
				? `in all ${pool.parts.length}`
				: `only in ${data.wish.members.map((part) => pool.overlap.sets[part]?.name).join(' and ')}`
	);

	$effect(() =>
		useKeys({
			title: 'Pooled list',
			keys: [
				{ shown: ['↑', '↓'], does: 'Walk the list; the work opens beside it' },
				{ shown: ['→'], does: 'Into its headings, index by index; ↑ and ↓ walk them' },
				{ shown: ['←'], does: 'Back to the list' },
				{ shown: ['Space'], does: 'On a heading: pick it for the current concept, or take it back' },
				{ shown: ['G'], does: 'To the list', bind: 'g', run: () => document.querySelector<HTMLElement>('[data-work][tabindex="0"]')?.focus() },
				{ shown: ['R'], does: 'Put the work on the reading list, or take it off', bind: 'r', run: () => inHand && toggleListed(store, inHand.records[0].indexCode, inHand.records[0].id) },
				{ shown: ['O'], does: 'How the indexes overlap', bind: 'o', run: () => (picturing = true) },
				{ shown: ['C'], does: 'Composition of the works', bind: 'c', run: () => (composing = true) },
				{ shown: ['I'], does: 'Lift all limits in all indexes, or let them hold again', bind: 'i', run: turnLimits },
				{ shown: ['B'], does: 'Back the way you came', bind: 'b', run: () => history.back() }
			]
		})
	); // prettier-ignore
</script>

<svelte:head><title>Pooled list · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-1 border-b px-3 py-1">
	<h1 class="mr-2 font-semibold">Records</h1>
	<IndexesNav current="pooled" />
	<span class="ml-3" aria-live="polite"
		><span class="font-semibold" data-works>{number(pool.count)}</span>
		{pool.count === 1 ? 'work' : 'works'}
		{titleOfText}
		{#if data.wish.cql && !isPart}·
			<a class="underline" href={pooledAt(place)}>what the strategies find</a>{/if}
		{#if isPart}· {[titleOfRegion, titleOfValue].filter(Boolean).join(', ')}{#if data.wish.whole}{' '}
				· whether a strategy finds it or not ·
				<a class="underline" href={pooledAt(place)}>what the strategies find</a>{:else}{' '}·
				<a class="underline" href={at({ members: [], has: '' })}>all {number(pool.items)}</a>{/if}{/if}</span
	>
	{#if !data.wish.cql && !data.wish.whole && data.wish.runs.length === 0}<LimitsInForce {store} />
	{:else if canBeLimited}<WordSwitch
			harmless
			on={data.wish.limits === 'yes'}
			more="Only what the limits of each index leave"
			onChange={turnLimits}>within the limits</WordSwitch
		>{/if}
	<span class="ml-auto">
		<Select
			label="Sort"
			value={data.wish.sort}
			options={SORTS.map(([value, says]) => ({ value, says }))}
			onChange={(sort) => void show({ sort })}
		/>
	</span>
</div>

{#if data.wish.has === 'person'}<PersonForms name={data.wish.value ?? ''} />{/if}
{#if data.wish.whole && data.wish.has && NAMES.includes(data.wish.has) && pool.parts.length > 0}
	{#key `${data.wish.has} ${data.wish.value}`}<KnownEverywhere
			by={data.wish.has}
			value={data.wish.value ?? ''}
		/>{/key}
{/if}
{#if pool.parts.length === 0}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A pooled list joins what several subject indexes find. Choose the indexes first.</p>
		<a class="action" href={indexesAt(place)}>Choose subject indexes</a>
	</div>
{:else}
	<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto">
		<div class="flex w-[430px] shrink-0 flex-col border-r max-md:w-full">
			<div class="border-b px-3 py-2">
				<PoolShares {pool} at={(members) => at({ members })} />
				<div class="-mx-2 mt-1 flex flex-wrap text-xs">
					{#if pool.parts.length > 1}<button class="quiet-action !py-0" onclick={() => (picturing = true)}
							>How they overlap</button
						>{/if}
					<button class="quiet-action !py-0" onclick={() => (composing = true)}>Composition</button>
					{#if words && !isConcept}<button data-changes class="quiet-action !py-0" onclick={makeConcept}
							>Make it a concept</button
						>{/if}
					{#if data.wish.cql && pool.count > 0}<button
							data-changes
							class="quiet-action !py-0"
							onclick={() => void keep(data.wish.members)}>Keep as runs</button
						>{/if}
				</div>
				{#if data.wish.members.length === 0}<ViewsOfIndexes
						parts={pool.parts}
						of={{ ...data.wish, whole: data.wish.whole === 'yes', limited: data.wish.limits === 'yes' }}
					/>{/if}
			</div>
			<div class="relative min-h-0 flex-1 overflow-y-auto">
				<PoolRows
					list={pool.list}
					offset={pool.offset}
					current={inHand && nameOfItem(inHand)}
					onOpen={open}
					onBeyond={(by) => void beyond(by)}
				/>
				{#if pool.count === 0}<p class="p-4 text-quiet">
						{isPart
							? 'No work stands there now.'
							: data.wish.cql
								? 'No record of these indexes says it.'
								: 'None of the strategies finds anything.'}
					</p>{/if}
			</div>
			{#if pool.count > 0}<PageFoot
					offset={pool.offset}
					size={data.size}
					count={pool.count}
					noun="works"
					onTurn={(by) => void beyond(by)}
					><button data-changes class="quiet-action !py-0.5 whitespace-nowrap" onclick={takeAll}
						>Put all on the reading list</button
					></PageFoot
				>{/if}
		</div>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
		<div class="relative min-w-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Work">
			{#if inHand}
				{@const item = inHand}
				<PoolItemView
					{item}
					{concept}
					waits={waiting !== undefined && nameOfItem(waiting) === nameOfItem(item)}
					waiting={waiting?.records[0].item.title}
					onWait={() => (waiting = waiting && nameOfItem(waiting) === nameOfItem(item) ? undefined : item)}
					onJoin={() => void join(item)}
					onSplit={(record) => void splitOff(store.id, item, record)}
				/>
			{/if}
		</div>
	</div>
{/if}
{#if picturing}<Panel bind:open={picturing} title="How the indexes overlap" wide>
		<OverlapPicture
			overlap={pool.overlap}
			says={{ one: 'work', many: 'works' }}
			at={(members) => at({ members })}
			onKeep={(members) => void keep(members)}
		/>
	</Panel>{/if}
{#if composing}<Panel
		bind:open={composing}
		title="What {counted(pool.count, 'work')} {pool.count === 1 ? 'is' : 'are'} made of"
		wide
	>
		<PoolComposition
			{pool}
			search={page.url.search}
			at={(has, value) => at({ has, value })}
			onOpen={() => (composing = false)}
		/>
	</Panel>{/if}
