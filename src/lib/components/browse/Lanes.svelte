<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { Asked } from '$lib/client/asked.svelte';
	import { goto } from '$app/navigation';
	import type { LaneAnswer, LaneRecords } from '$lib/server/browse';
	import type { LaneThrough } from '$lib/server/crosswalk';
	import Guarded from '../parts/Guarded.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { pickTarget } from '../inquiry/pick-target';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Lane from './Lane.svelte';
	import { setAside, togglePick } from '../inquiry/picking';

	let { answers, query }: { answers: LaneAnswer[]; query: string } = $props();
	const store = $derived(useInquiry()());
	/** Picks go to the concept whose word was looked up. */
	const concept = $derived(pickTarget(store, query).concept);
	let root: HTMLElement;

	/** Labels come with the page; records and other indexes are asked after them, and move nothing that is there. */
	const laneAsked = (part: string) =>
		`/inquiry/${store.id}/lanes/${part}?${new URLSearchParams({ q: query })}`;
	const spoken = new Asked<LaneRecords[]>(() => laneAsked('records'), 0);
	const through = new Asked<LaneThrough[]>(() => laneAsked('through'), 0);
	const ofLane = <T extends { code: string }>(list: readonly T[] | undefined, code: string) =>
		list?.find((one) => one.code === code);

	const rowsOf = (lane: Element) => [...lane.querySelectorAll<HTMLElement>('[data-row]')];

	/** Arrow keys walk the rows as they lie on the screen: up and down in a lane, across to the next lane. */
	function onkeydown(event: KeyboardEvent) {
		const at = document.activeElement;
		const lane = at?.closest('[data-lane]');
		if (!(at instanceof HTMLElement) || !lane || at.dataset.row === undefined) return;
		const rows = rowsOf(lane);
		const place = rows.indexOf(at);
		const lanes = [...root.querySelectorAll('[data-lane]')].filter((other) => rowsOf(other).length > 0);
		const across = (by: number) => {
			const next = lanes[lanes.indexOf(lane) + by];
			if (!next) return;
			const others = rowsOf(next);
			others[Math.min(place, others.length - 1)].focus();
		};
		const moves: Record<string, () => void> = {
			ArrowDown: () => rows[place + 1]?.focus(),
			ArrowUp: () => (place === 0 ? document.getElementById('word-field')?.focus() : rows[place - 1].focus()),
			ArrowRight: () => across(1),
			ArrowLeft: () => across(-1),
			' ': () => inHand(at, lane, (index, headings) => togglePick(store, concept, index, headings)),
			x: () => inHand(at, lane, (index, headings) => store.mark(index.code, headings)),
			s: () =>
				inHand(at, lane, (index, headings) =>
					setAside(store, concept, index.code, headings, `looked up “${query}”`)
				),
			n: () => noHeading(lane.getAttribute('data-lane') ?? ''),
			r: () => {
				const said = lane.querySelector<HTMLAnchorElement>('[data-said]');
				if (said) void goto(said.href);
			}
		};
		const move = moves[event.key];
		if (!move || event.ctrlKey || event.metaKey || event.altKey) return;
		event.preventDefault();
		move();
	}

	function inHand(
		row: HTMLElement,
		lane: Element,
		act: (index: IndexSummary, headings: { uri: string; label: string }[]) => void
	) {
		const code = lane.getAttribute('data-lane') ?? '';
		const index = store.columns.find((other) => other.code === code);
		const ids = row.dataset.pick?.split(' ') ?? [];
		const answer = answers.find((one) => one.code === code);
		const headings = [
			...(answer?.matches ?? []).map(({ heading, together }) => together ?? [heading]),
			...(ofLane(spoken.current, code)?.matches ?? []).map(({ heading }) => [heading]),
			...(ofLane(through.current, code)?.matches ?? []).map(({ heading }) => [heading]),
			...(answer?.neighbours ?? []).map((neighbour) => [neighbour])
		].find((some) => some.map(({ id }) => id).join(' ') === ids.join(' '));
		if (index && headings) act(index, headings);
	}

	function noHeading(code: string) {
		const edition = store.columns.find((index) => index.code === code)?.edition ?? '';
		if (concept)
			store.send({ kind: 'cell.noHeading', conceptId: concept.id, indexCode: code, tried: [query], edition });
	}

	$effect(() =>
		useKeys({
			title: 'Lanes',
			keys: [
				{ shown: ['↓', '↑'], does: 'Next match, match before' },
				{ shown: ['→', '←'], does: 'Same place in the next lane' },
				{ shown: ['Space'], does: 'Pick for the concept named above, or take back' },
				{ shown: ['Enter'], does: 'Open the heading in its hierarchy' },
				{ shown: ['S'], does: 'Set the heading aside as a sighting' },
				{ shown: ['N'], does: 'Decide: no heading here' },
				{ shown: ['R'], does: 'Read the records that say the word' }
			]
		})
	);
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (the rows take the focus; their keys are handled once for all) -->
<div
	bind:this={root}
	class="relative grid min-h-0 flex-1 auto-cols-[minmax(14rem,1fr)] grid-flow-col overflow-x-auto"
	{onkeydown}
>
	{#each store.columns as index (index.code)}
		<Guarded name={index.name}
			><Lane
				{index}
				{query}
				{concept}
				answer={ofLane(answers, index.code)}
				spoken={ofLane(spoken.current, index.code)}
				through={ofLane(through.current, index.code)}
				isWaiting={!spoken.current && !spoken.fault}
			/></Guarded
		>
	{/each}
</div>
