<script lang="ts" module>
	export const FILTERS = ['all', 'undecided', 'thin', 'flagged', 'changed'] as const;
	export type Filter = (typeof FILTERS)[number];
	export const SAYS: Record<Filter, string> = {
		all: 'all cells',
		undecided: 'undecided',
		thin: 'thin',
		flagged: 'flagged',
		changed: 'changed since'
	};
</script>

<script lang="ts">
	/** Which cells of the crosswalk stand out, each with how many there are. */
	interface Props {
		filter: Filter;
		/** A day, where those changed since then are shown. */
		since: string;
		count: (one: Filter) => number;
		/** Changes what the address says. */
		show: (changes: Record<string, string>) => void;
	}
	let { filter, since, count, show }: Props = $props();
</script>

<div class="flex flex-wrap items-center gap-0.5" role="group" aria-label="Cells to show">
	{#each FILTERS as one (one)}
		<button
			class="rounded px-1.5 py-0.5 text-quiet hover:bg-shade aria-pressed:bg-wash aria-pressed:font-semibold aria-pressed:text-lichen-deep"
			aria-pressed={filter === one}
			onclick={() => show({ show: one === 'all' ? '' : one })}
			>{SAYS[one]}{#if one !== 'all' && one !== 'changed'}{' '}{count(one)}{/if}</button
		>
	{/each}
	{#if filter === 'changed'}
		<input
			type="date"
			class="field !py-0.5"
			aria-label="Changed since"
			value={since}
			onchange={(event) => show({ since: event.currentTarget.value })}
		/>
	{/if}
</div>
