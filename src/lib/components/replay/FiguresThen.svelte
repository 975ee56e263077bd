<script lang="ts">
	import type { ReplayFigures, Replayed } from '$lib/server/teaching';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';

	/** The figures of a moment, and what its change did to them. */
	let { replayed }: { replayed: Replayed } = $props();
	const store = $derived(useInquiry()());
	const { figures, before, inquiry } = $derived(replayed);

	interface Figure {
		says: string;
		was: string | undefined;
		is: string;
	}
	const records = (count: number | null | undefined) =>
		count === undefined ? '–' : count === null ? 'cannot be run' : number(count);
	const pearls = (of: ReplayFigures, code: string) =>
		of.pearls[code] ? `${of.pearls[code].found} of ${of.pearls[code].of}` : '–';
	const decided = ({ decided: some, cells }: ReplayFigures) => `${some} of ${cells}`;
	const figure = (says: string, of: (one: ReplayFigures) => string): Figure => {
		const is = of(figures);
		const was = before ? of(before) : is;
		return { says, is, was: was === is ? undefined : was };
	};
	const rows = $derived([
		figure('cells decided', decided),
		...inquiry.about.indexes.map((code) =>
			figure(`records in ${store.indexName(code)}`, (one) => records(one.found[code]))
		),
		...inquiry.about.indexes
			.filter((code) => figures.pearls[code] ?? before?.pearls[code])
			.map((code) => figure(`pearls found in ${store.indexName(code)}`, (one) => pearls(one, code)))
	]);
</script>

<dl class="flex flex-wrap gap-x-4 gap-y-0.5 text-xs" aria-label="Figures then">
	{#each rows as { says, was, is } (says)}
		<div class="flex items-baseline gap-1">
			<dt class="text-quiet">{says}</dt>
			<dd class:font-semibold={was !== undefined} data-moved={was !== undefined || undefined}>
				{#if was !== undefined}{was} →
				{/if}{is}
			</dd>
		</div>
	{/each}
</dl>
