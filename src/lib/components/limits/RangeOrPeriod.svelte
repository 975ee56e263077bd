<script lang="ts">
	import { untrack } from 'svelte';
	import type { LimitSetting } from '$core/search';

	/** A range of numbers, or of years the last so many. */
	interface Props {
		field: string;
		label: string;
		known: LimitSetting | undefined;
		/** What is written, wherever it makes a limit. */
		onChange: (limit: LimitSetting | undefined) => void;
	}
	let { field, label, known, onChange }: Props = $props();
	const written = (value: number | undefined) => (value === undefined ? '' : String(value));
	const before = untrack(() => known);
	let from = $state(written(before?.from));
	let to = $state(written(before?.to));
	let years = $state(written(before?.lastYears));
	const isReversed = $derived(from !== '' && to !== '' && Number(from) > Number(to));

	function tell(way: 'range' | 'period') {
		if (way === 'range') years = '';
		else from = to = '';
		const last = Number(years);
		if (years !== '') onChange(Number.isInteger(last) && last >= 1 ? { field, lastYears: last } : undefined);
		else if (isReversed || (from === '' && to === '')) onChange(undefined);
		else
			onChange({ field, ...(from !== '' && { from: Number(from) }), ...(to !== '' && { to: Number(to) }) });
	}
</script>

<div class="flex flex-wrap items-center gap-2">
	<label class="flex items-center gap-1"
		>from <input
			class="field w-20"
			type="number"
			aria-label="{label} from"
			bind:value={() => from, (value) => ((from = String(value ?? '')), tell('range'))}
		/></label
	>
	<label class="flex items-center gap-1"
		>to <input
			class="field w-20"
			type="number"
			aria-label="{label} to"
			bind:value={() => to, (value) => ((to = String(value ?? '')), tell('range'))}
		/></label
	>
	{#if field === 'dc.date'}
		<label class="flex items-center gap-1"
			>or the last <input
				class="field w-16"
				type="number"
				min="1"
				aria-label="So many years"
				bind:value={() => years, (value) => ((years = String(value ?? '')), tell('period'))}
			/> years</label
		>
	{/if}
</div>
{#if isReversed}<p class="mt-1 text-xs text-warn">From is later than to: nothing lies between.</p>{/if}
{#if field === 'dc.date'}
	<p class="mt-1 text-xs text-quiet">A run keeps the years that this meant on its day.</p>
{/if}
