<script lang="ts">
	import { untrack } from 'svelte';
	import { ask, inWords } from '$lib/client/ask';
	import { sayValue, type LimitDefinition, type LimitSetting } from '$core/search';
	import type { LimitCost } from '$lib/server/search';
	import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
	import { number } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import { readable } from '../parts/value-words';
	import RangeOrPeriod from './RangeOrPeriod.svelte';

	/** One limit before it is set for all: its values, and what it would cost in each index. */
	interface Props {
		store: InquiryStore;
		limit: LimitDefinition;
		onDone: () => void;
	}
	let { store, limit, onDone }: Props = $props();
	const { field } = $derived(limit);
	const known = untrack(() =>
		Object.hasOwn(store.inquiry.limits, limit.field) ? store.inquiry.limits[limit.field].setting : undefined
	);
	let values = $state(known?.values ?? []);
	let range = $state.raw<LimitSetting | undefined>(known?.values ? undefined : known);
	const wanted: LimitSetting | undefined = $derived(
		limit.kind === 'number' ? range : values.length > 0 ? { field, values } : undefined
	);
	let costs = $state.raw<LimitCost[]>([]);
	let problem = $state('');

	$effect(() => {
		const body = { limit: wanted ? $state.snapshot(wanted) : { field } };
		void store.revision;
		let stale = false;
		const wait = setTimeout(async () => {
			const { value, fault } = await ask<LimitCost[]>(`/inquiry/${store.id}/limits`, { body });
			if (stale) return;
			problem = fault ? inWords(fault, 'Nothing was set.') : '';
			if (value) costs = value;
		}, 150);
		return () => {
			stale = true;
			clearTimeout(wait);
		};
	});

	/** Every value that records of some index have, with how many in each. */
	const offered = $derived.by(() => {
		const byValue = new Map<string, Map<string, number>>();
		for (const value of limit.says || limit.kind === 'flag' ? limit.values : [])
			byValue.set(value, new Map());
		for (const { code, values: own } of costs)
			for (const { value, size } of own)
				byValue.set(value, (byValue.get(value) ?? new Map<string, number>()).set(code, size));
		for (const value of values) if (!byValue.has(value)) byValue.set(value, new Map());
		return [...byValue];
	});
	const called = (value: string) =>
		field === 'dc.language' ? readable(value, 'language') : sayValue(limit, value);
	const knowing = $derived(costs.filter(({ standing }) => standing !== 'unknown'));

	function set() {
		if (wanted) store.send({ kind: 'limit.set', limit: $state.snapshot(wanted) as LimitSetting });
		onDone();
	}
	function noteOf({ standing, ofAll }: LimitCost): string {
		const notes = [
			standing === 'own' ? 'has its own limit on this, which stays' : '',
			standing === 'lifted' ? 'lifted there, and stays so' : '',
			ofAll ? 'of all its records, as nothing is searched for yet' : ''
		];
		return notes.filter(Boolean).join('; ');
	}
</script>

{#if limit.kind === 'number'}
	<RangeOrPeriod {field} label={limit.label} {known} onChange={(next) => (range = next)} />
{:else}
	<p class="mb-1 text-xs text-quiet">Any of these; the numbers are of what is found now, index by index</p>
	<table class="w-full">
		<thead>
			<tr class="text-left text-xs text-quiet">
				<th class="font-normal"><span class="sr-only">Value</span></th>
				{#each knowing as { code } (code)}
					<th class="w-20 pl-2 text-right align-bottom font-normal">{store.indexName(code)}</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each offered as [value, sizes] (value)}
				<tr>
					<td
						><WordSwitch
							on={values.includes(value)}
							onChange={(on) => (values = on ? [...values, value] : values.filter((one) => one !== value))}
							>{called(value)}</WordSwitch
						></td
					>
					{#each knowing as { code } (code)}
						<td class="text-right text-xs text-quiet">{number(sizes.get(code) ?? 0)}</td>
					{/each}
				</tr>
			{/each}
			<tr class="border-t text-quiet">
				<td class="px-1.5 text-xs">not labelled: out in any case</td>
				{#each knowing as { code, notLabelled } (code)}
					<td class="text-right text-xs">{number(notLabelled)}</td>
				{/each}
			</tr>
		</tbody>
	</table>
{/if}

<table class="mt-2 w-full border-t" aria-live="polite">
	<caption class="sr-only">What it costs in each index</caption>
	<tbody>
		{#each costs as cost (cost.code)}
			<tr class="align-baseline">
				<td class="py-0.5 pr-2">{store.indexName(cost.code)}</td>
				{#if cost.standing === 'unknown'}
					<td colspan="2" class="text-quiet">does not label this: the limit cannot hold there</td>
				{:else}
					<td class="pr-2 text-right whitespace-nowrap"
						>{#if wanted}<span data-cost>{number(cost.without)} → {number(cost.then)}</span>{:else}{number(
								cost.without
							)}{/if}</td
					>
					<td class="text-xs text-quiet"
						>{#if wanted}{number(cost.doesNotMatch)} do not match,
							<span class:text-warn={cost.notLabelled > cost.doesNotMatch}
								>{number(cost.notLabelled)} not labelled</span
							>{/if}{#if noteOf(cost)}{wanted ? '; ' : ''}{noteOf(cost)}{/if}</td
					>
				{/if}
			</tr>
		{/each}
	</tbody>
</table>
{#if problem}<p class="mt-1 text-warn" role="alert">{problem}</p>{/if}
<p class="mt-2 flex gap-2">
	<button data-changes class="action" disabled={!wanted} onclick={set}
		>{known ? 'Change it for all' : 'Set it for all'}</button
	>
	{#if known}<button
			data-changes
			class="quiet-action border"
			onclick={() => {
				store.send({ kind: 'limit.remove', field });
				onDone();
			}}>Remove it for all</button
		>{/if}
</p>
