<script lang="ts">
	import { untrack } from 'svelte';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { goto, replaceState } from '$app/navigation';
	import { page } from '$app/state';
	import { commandIn } from '$lib/components/strategy/findings';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { indexesAt, recordsAt, strategyAt } from '$lib/components/inquiry/addresses';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import IndexLinks from '$lib/components/inquiry/IndexLinks.svelte';
	import DialectPanel from '$lib/components/strategy/DialectPanel.svelte';
	import EffectList from '$lib/components/strategy/EffectList.svelte';
	import LimitsForAll from '$lib/components/limits/LimitsForAll.svelte';
	import { turnAll } from '$lib/components/limits/limits-shown';
	import LimitGates from '$lib/components/strategy/LimitGates.svelte';
	import Narrowing from '$lib/components/strategy/Narrowing.svelte';
	import ResultPanel from '$lib/components/strategy/ResultPanel.svelte';
	import { StrategySession } from '$lib/components/strategy/strategy-session.svelte';
	import StrategyOnPaper from '$lib/components/strategy/StrategyOnPaper.svelte';
	import StrategyCheck from '$lib/components/strategy/StrategyCheck.svelte';
	import StrategyBlock from '$lib/components/strategy/StrategyBlock.svelte';
	import TextPanel from '$lib/components/strategy/TextPanel.svelte';
	import { counted } from '$lib/components/parts/numbers';

	let { data } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const code = $derived(data.view?.code);
	const index = $derived(store.columns.find((column) => column.code === code));
	const session = $derived.by(() => {
		const { view } = data;
		return view && untrack(() => new StrategySession(store, view.code, view, () => placeOf(store)));
	});
	// Everything follows the crosswalk: whatever changes the inquiry changes the strategy.
	$effect(() => {
		void store.followed;
		untrack(() => session)?.ask();
	});

	// What another screen wants tried comes with the address, once.
	let taken = '';
	$effect(() => {
		const wanted = page.url.searchParams.get('try') ?? '';
		if (!session || wanted === taken) return;
		taken = wanted;
		untrack(() => session.tryOut(commandIn(wanted)));
	});

	$effect(() => {
		const { tried } = page.state;
		if (!session || !tried) return;
		replaceState('', {});
		untrack(() => session.tryOut(tried.command, tried.says));
	});

	let open = $state('');
	const view = $derived(session?.view);
	const yields = $derived(view?.yields);
	const blocked = $derived(Boolean(view?.textFault) || (view?.faults.length ?? 0) > 0);
	let running = $state(false);

	/** What is left before a block: after the one before it that has a line. */
	function before(at: number): number {
		const blocks = yields?.blocks ?? [];
		return at === 0 ? (view?.records ?? 0) : blocks[at - 1].surviving;
	}

	async function run() {
		if (!session || running) return;
		running = true;
		const made = await session.run();
		running = false;
		if (made === undefined) return;
		const count = session.view.yields?.count ?? 0;
		messages.say(`Run ${made} · ${store.indexName(session.code)} · ${counted(count, 'record')}`, {
			label: 'Read them',
			run: () => void goto(recordsAt(place, session.code, { run: made }))
		});
	}

	/** ↑ and ↓ walk the lines. */
	function walkLines(event: KeyboardEvent) {
		const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
		const lines = [...document.querySelectorAll<HTMLElement>('[data-line]')];
		const at = lines.indexOf(document.activeElement as HTMLElement);
		if (by === undefined || at < 0 || event.altKey || event.ctrlKey || event.metaKey) return;
		event.preventDefault();
		lines[at + by]?.focus();
	}

	$effect(() =>
		useKeys({
			title: 'Strategy',
			keys: [
				{
					shown: ['G'],
					does: 'To the lines',
					bind: 'g',
					run: () => document.querySelector<HTMLElement>('[data-line]')?.focus()
				},
				{ shown: ['↓', '↑'], does: 'The next line, the line before' },
				{ shown: ['Enter'], does: 'Open a line: what could be otherwise, and what that would change' },
				{
					shown: ['O'],
					does: 'Leave the line out, or take it back',
					bind: 'o',
					run: () => {
						const id = (document.activeElement as HTMLElement | null)?.dataset.line;
						if (id && session && !session.view.typed)
							session.switchLine(id, !session.settings.off.includes(id));
					}
				},
				{
					shown: ['T'],
					does: 'Begin or end trying',
					bind: 't',
					run: () => session && (session.trying ? session.drop() : (session.trying = true))
				},
				{
					shown: ['I'],
					does: 'Lift all limits of this index, or let them hold again',
					bind: 'i',
					run: () => index && session?.change(turnAll(session.inquiry, [index]))
				},
				{ shown: ['R'], does: 'Run it and keep the run', bind: 'r', run: () => void run() }
			]
		})
	);
</script>

<svelte:window onkeydown={walkLines} />
<svelte:head><title>Strategy · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex items-center gap-1 border-b px-3 py-1 print:hidden">
	<h1 class="mr-2 font-semibold">Strategy</h1>
	<IndexLinks current={code} at={(other) => strategyAt(place, other)} />
	{#if index?.standIn}<span class="ml-2 text-xs text-quiet">stand-in: made-up records, really searched</span
		>{/if}
	{#if session}<button class="quiet-action ml-auto" onclick={() => window.print()}>Print</button>{/if}
</div>

{#if store.columns.length > 0}<LimitsForAll {store} />{/if}
{#if !session || !view || !index}
	<div class="m-auto max-w-md p-8 text-center">
		<p class="mb-3">A strategy is built for each subject index. Choose the ones worth searching first.</p>
		<a class="action" href={indexesAt(place)}>Choose subject indexes</a>
	</div>
{:else}
	<div class="on-paper flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-auto print:block">
		<div
			class="relative min-w-0 flex-1 overflow-y-auto px-4 py-3 max-lg:overflow-visible print:overflow-visible"
		>
			<h1 class="mb-2 hidden text-lg font-semibold print:block">
				{store.inquiry.about.title}: strategy for {index.name}
			</h1>
			{#if view.records === 0}
				<p class="mb-3 rounded bg-warn-wash px-3 py-2">
					{index.name} has no records here, so nothing can be counted. The strategy can be copied and run in its
					own search box, and the run logged by hand in the
					<a class="underline" href="/inquiry/{store.id}/logbook">logbook</a>.
				</p>
			{/if}
			{#if session.problem}<p class="mb-2 text-warn" role="alert">
					{session.problem} What is shown may be out of date.
				</p>{/if}
			<div class="mb-1 grid strategy-columns gap-x-3 px-2 text-xs text-quiet" aria-hidden="true">
				<span>{counted(view.records, 'record')} in {index.name}, edition {view.edition}</span>
				<span class="strategy-bar">all it finds, <span class="text-lichen-deep">only it</span></span>
				<span class="text-right">finds</span>
				<span class="text-right">only it</span>
				<span class="text-right">without it</span>
			</div>
			{#each view.strategy.blocks as block (block.id)}
				{@const at = yields?.blocks.findIndex(({ id }) => id === block.id) ?? -1}
				{@const own = at < 0 ? undefined : yields?.blocks[at]}
				<StrategyBlock
					{session}
					{index}
					{block}
					{own}
					{open}
					onOpen={(line) => (open = open === line ? '' : line)}
				/>
				{#if own && !view.isEmpty}
					<Narrowing
						from={before(at)}
						to={own.surviving}
						of={view.records}
						at={session.at({ of: 'block', which: 'surviving', id: block.id })}
						label={at === (yields?.blocks.length ?? 0) - 1 ? 'records before limits' : 'records left'}
					/>
				{:else}<div class="h-3"></div>{/if}
			{:else}
				<p class="py-8 text-center text-quiet">
					There are no concepts to search for yet. Split the question first.
				</p>
			{/each}
			<LimitGates {session} {index} />
			{#if yields && view.strategy.blocks.length > 0 && !view.isEmpty}
				<Narrowing
					from={yields.withoutLimits}
					to={yields.count}
					of={view.records}
					at={session.at()}
					label="records found"
				/>
			{/if}
			<StrategyOnPaper {view} {index} />
		</div>
		<aside
			class="relative flex w-[372px] shrink-0 flex-col gap-4 overflow-y-auto border-l bg-paper px-4 py-3 max-lg:w-full max-lg:border-t max-lg:border-l-0 print:hidden"
			aria-label="Result and text"
		>
			<ResultPanel {session} {index} {running} {blocked} onRun={run} />
			<EffectList {session} {index} />
			{#key code}<StrategyCheck {session} {index} />{/key}
			{#key session}
				<TextPanel {session} />
				<DialectPanel {session} {index} />
			{/key}
		</aside>
	</div>
{/if}
