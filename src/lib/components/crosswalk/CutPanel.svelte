<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { onMount } from 'svelte';
	import { pickName, type Pick, type PickedHeading } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import type { HeadingLine } from '$lib/server/browse';
	import { narrowerBranches, type Branch } from '../tree/branches';
	import BranchTree from '../tree/BranchTree.svelte';
	import Panel from '../parts/Panel.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { PickPrices } from './pick-prices.svelte';

	/** The branches under a pick, to cut some of them from it. */
	interface Props {
		pick: Pick;
		index: IndexSummary;
		onCut: (cuts: PickedHeading[]) => void;
		onClose: () => void;
	}
	let { pick, index, onCut, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	const facts = $derived(store.facts.facts[pick.id]);

	/** Branches whose price is asked for at once. */
	const MOST_PRICED = 200;
	let open = $state(true);
	let roots = $state.raw<HeadingLine[]>([]);
	let opened = $state.raw<ReadonlySet<string>>(new Set());
	let children = $state.raw<ReadonlyMap<string, readonly HeadingLine[]>>(new Map());
	let problem = $state('');
	const rows = $derived(narrowerBranches(roots, opened, children));
	const price = new PickPrices(
		() => pick,
		() =>
			index.records > 0
				? {
						aspects: [],
						cuts: rows.slice(0, MOST_PRICED).map(({ heading: { uri, label } }) => ({ uri, label }))
					}
				: undefined
	);
	const isCut = (uri: string) => pick.cuts.some((cut) => cut.uri === uri);

	async function below(id: string): Promise<HeadingLine[]> {
		const query = new URLSearchParams({ heading: id });
		const { value, fault } = await ask<HeadingLine[]>(`/indexes/${index.code}/narrower?${query}`);
		if (fault) problem = 'The branches could not be read. Close this and try again in a moment.';
		return value ?? [];
	}

	onMount(async () => {
		const keys = facts?.headings.flatMap(({ key }) => key ?? []) ?? [];
		roots = (await Promise.all(keys.map(below))).flat();
	});

	async function toggle(row: Branch) {
		if (row.open) opened = new Set([...opened].filter((path) => path !== row.path));
		else {
			if (!children.has(row.heading.id))
				children = new Map(children).set(row.heading.id, await below(row.heading.id));
			opened = new Set(opened).add(row.path);
		}
	}

	function cut(row: Branch) {
		const { uri, label } = row.heading;
		onCut(isCut(uri) ? pick.cuts.filter((other) => other.uri !== uri) : [...pick.cuts, { uri, label }]);
	}
</script>

<Panel bind:open title="Cut branches from {pickName(pick)}" {onClose}>
	<p class="mb-3 text-quiet">
		A branch that is cut, and what is only below it, is left out. A record also tagged with a heading that
		stays is still found.
	</p>
	{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
	{#if rows.length > 0}
		<div class="pt-4 pl-6">
			<BranchTree
				label="Narrower headings of {pickName(pick)}"
				side="right"
				{rows}
				act="cut"
				isPicked={isCut}
				note={({ heading }) => price.says(price.prices?.cuts[heading.uri])}
				onToggle={toggle}
				onVisit={cut}
				onPick={cut}
				onInward={() => {}}
			/>
		</div>
	{/if}
	<p class="mt-4" role="status">
		{pick.cuts.length === 0 ? 'Nothing is cut.' : `${pick.cuts.length} cut.`}
		{#if facts}It stands for {facts.standsFor} {facts.standsFor === 1 ? 'heading' : 'headings'}.{/if}
	</p>
	<p class="mt-1 text-xs text-quiet">
		<kbd class="key-cap">→</kbd> opens a branch, <kbd class="key-cap">Space</kbd> cuts it or puts it back.
	</p>
</Panel>
