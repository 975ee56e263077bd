<script lang="ts">
	import {
		type CellDifference,
		type Command,
		compareCells,
		compareLists,
		DECIDED,
		type DecidedApart,
		type Pick,
		pickName,
		settle,
		settledAs,
		settleWork,
		type Side,
		takeInAgreed,
		takeInWorks
	} from '$core/crosswalk';
	import { switchesInWords } from '$core/report';
	import AgreementTable from '$lib/components/independent-review/AgreementTable.svelte';
	import DifferenceRow from '$lib/components/independent-review/DifferenceRow.svelte';
	import ListAgreement from '$lib/components/independent-review/ListAgreement.svelte';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';

	/** What two people decided apart: how far they agree, and what is to stand in the inquiry. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const names = $derived([data.people[0].name, data.people[1].name] as const);
	const mayChange = $derived(data.role !== 'reader');

	const cellsOf = (one: DecidedApart) => (one.of === 'cells' ? one.cells : { picks: {}, cells: {} });
	const cellsBy = $derived([cellsOf(data.decided[0]), cellsOf(data.decided[1])] as const);
	const listOf = (one: DecidedApart) => (one.of === 'list' ? one.list : {});
	const listBy = $derived([listOf(data.decided[0]), listOf(data.decided[1])] as const);
	/** Cells that are there still. */
	const places = $derived(
		data.cells.filter(
			({ conceptId, indexCode }) =>
				conceptId in store.inquiry.concepts && store.inquiry.about.indexes.includes(indexCode)
		)
	);
	const ofCells = $derived(compareCells(cellsBy, places));
	const works = $derived(
		Object.values(store.inquiry.entries)
			.sort((a, b) => a.position - b.position)
			.map(({ id }) => id)
	);
	const ofList = $derived(compareLists(works, listBy));

	interface Line {
		id: string;
		says: readonly [string, string];
		settled: string | undefined;
		canLeave: boolean;
		command: (side: Side | undefined) => Command | undefined;
	}
	const cellLines = $derived(
		ofCells.differences.map((difference): Line & { difference: CellDifference } => {
			const { kind, picks, by } = difference;
			const saysOf = (side: Side) => {
				if (kind === 'noHeading') return by === side ? 'no heading here' : 'not that there is none';
				const pick = picks[side];
				return pick ? ['searches it', ...switchesInWords(pick)].join(', ') : 'does not have it';
			};
			const now = settledAs(store.inquiry, difference);
			return {
				id: difference.id,
				difference,
				says: [saysOf(0), saysOf(1)],
				settled: now && (now === 'kept' ? 'in the crosswalk' : 'left out'),
				canLeave: kind !== 'noHeading',
				command: (side) => settle(store.inquiry, cellsBy, difference, side, crypto.randomUUID())
			};
		})
	);
	const workLines = $derived(
		ofList.differences.map((difference): Line => {
			const saysOf = (side: Side) =>
				[DECIDED[difference.decisions[side]], difference.reasons[side]].filter(Boolean).join(': ');
			const now = store.inquiry.entries[difference.id]?.decision ?? 'open';
			return {
				id: difference.id,
				says: [saysOf(0), saysOf(1)],
				settled: now === 'open' ? undefined : DECIDED[now],
				canLeave: false,
				command: (side) => (side === undefined ? undefined : settleWork(difference, side))
			};
		})
	);
	const lines = $derived(data.of === 'list' ? workLines : cellLines);
	const open = $derived(lines.filter(({ settled }) => settled === undefined));
	const alike = $derived(
		data.of === 'list'
			? takeInWorks(store.inquiry.entries, listBy)
			: takeInAgreed(store.inquiry, cellsBy, ofCells.agreed, () => crypto.randomUUID())
	);
	const hasAlike = $derived(
		data.of === 'list' ? ofList.table[0][0] + ofList.table[1][1] > 0 : ofCells.agreed.length > 0
	);
	const alikeCount = $derived(
		alike.reduce((sum, command) => sum + (command.kind === 'entries.set' ? command.ids.length : 1), 0)
	);

	function takeInAll() {
		if (alike.length === 0) return;
		store.send({
			kind: 'many',
			title: `${counted(alikeCount, 'decision')} that ${names[0]} and ${names[1]} made alike, apart`,
			commands: alike
		});
	}

	const rows = () => [...document.querySelectorAll<HTMLElement>('[data-difference]')];
	function settleAs(id: string, side: Side | undefined) {
		const command = lines.find((line) => line.id === id)?.command(side);
		if (!command) return;
		store.send(command);
		const all = rows();
		const at = all.findIndex((row) => row.dataset.difference === id);
		const isOpen = (row: HTMLElement) =>
			open.some((line) => line.id === row.dataset.difference && line.id !== id);
		(all.slice(at + 1).find(isOpen) ?? all.find(isOpen) ?? all[at])?.focus();
	}

	function onkeydown(event: KeyboardEvent) {
		const own = (event.target as HTMLElement).dataset.difference;
		if (own === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
		const all = rows();
		const at = all.findIndex((row) => row.dataset.difference === own);
		const moves: Record<string, () => void> = {
			ArrowDown: () => all[at + 1]?.focus(),
			ArrowUp: () => all[at - 1]?.focus(),
			...(mayChange && {
				'1': () => settleAs(own, 0),
				'2': () => settleAs(own, 1),
				'0': () => lines.find(({ id }) => id === own)?.canLeave && settleAs(own, undefined)
			})
		};
		if (!moves[event.key]) return;
		event.preventDefault();
		moves[event.key]();
	}

	$effect(() =>
		useKeys({
			title: 'Agreement',
			keys: [
				{ shown: ['G'], does: 'To the first difference', bind: 'g', run: () => rows()[0]?.focus() },
				{ shown: ['↓', '↑'], does: 'Next difference, difference before' },
				{ shown: ['1', '2'], does: 'Settle it as the first decided, as the second' },
				{ shown: ['0'], does: 'Leave out what one alone has' }
			]
		})
	);
</script>

<svelte:head><title>Agreement · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Agreement">
	<div class="mx-auto max-w-5xl space-y-6 px-6 py-4">
		<section>
			<h1 class="text-lg font-semibold">Agreement of {names[0]} and {names[1]}</h1>
			<p class="mb-3 text-quiet">
				{data.of === 'list'
					? 'They decided the reading list'
					: `They filled ${counted(places.length, 'cell')}`} apart.
			</p>
			{#if data.of === 'list'}<ListAgreement compared={ofList} {names} />
			{:else}<AgreementTable compared={ofCells} {names} />{/if}
		</section>
		<section aria-labelledby="alike-title">
			<h2 id="alike-title" class="font-semibold">Decided alike</h2>
			<p class="mt-1 flex items-center gap-3">
				{#if alikeCount === 0}<span class="text-quiet"
						>{hasAlike
							? 'All that both decided alike stands in the inquiry.'
							: 'Nothing was decided alike.'}</span
					>
				{:else if mayChange}
					<button class="action" onclick={takeInAll}>Accept {counted(alikeCount, 'decision')}</button>
					<span class="text-quiet">in one step that one undo takes back</span>
				{:else}<span class="text-quiet">{counted(alikeCount, 'decision')} not accepted yet</span>{/if}
			</p>
		</section>
		<section aria-labelledby="differences-title">
			<h2 id="differences-title" class="font-semibold">
				Differences <span class="font-normal text-quiet" role="status"
					>{lines.length === 0 ? 'none' : `${open.length} of ${lines.length} not settled yet`}</span
				>
			</h2>
			<!-- svelte-ignore a11y_no_noninteractive_element_interactions (the buttons take the focus; their keys are handled once for all) -->
			<ul class="mt-1 divide-y border-y empty:hidden" {onkeydown}>
				{#each data.of === 'list' ? [] : cellLines as line (line.id)}
					{@const { difference } = line}
					{@const index = store.columns.find(({ code }) => code === difference.indexCode)}
					<DifferenceRow {...line} {names} {mayChange} onSettle={(side) => settleAs(line.id, side)}>
						{#snippet about()}
							<span class="flex items-center gap-2">
								{#if index}<IndexMark {index} size={16} label={index.name} />{/if}
								{#if difference.kind === 'noHeading'}<span>No heading</span>
								{:else}<span class="heading-voice"
										>{pickName((difference.picks[0] ?? difference.picks[1]) as Pick)}</span
									>{/if}
								<span class="text-xs text-quiet">{store.inquiry.concepts[difference.conceptId]?.name}</span>
							</span>
						{/snippet}
					</DifferenceRow>
				{/each}
				{#each data.of === 'list' ? workLines : [] as line (line.id)}
					{@const entry = store.inquiry.entries[line.id]}
					<DifferenceRow {...line} {names} {mayChange} onSettle={(side) => settleAs(line.id, side)}>
						{#snippet about()}
							<span class="block">{entry?.title}</span>
							<span class="block text-xs text-quiet"
								>{[entry?.authors, entry?.year, entry?.source].filter(Boolean).join(', ')}</span
							>
						{/snippet}
					</DifferenceRow>
				{/each}
			</ul>
		</section>
	</div>
</div>
