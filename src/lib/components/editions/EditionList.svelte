<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { number } from '$lib/components/parts/numbers';
	import type { EditionSummary } from '$lib/server/vocabulary';

	/** The editions of an index that are kept: which is in use, which wait, and what can be done with each. */
	interface Props {
		code: string;
		editions: readonly EditionSummary[];
	}
	let { code, editions }: Props = $props();
	let problem = $state('');
	/** The edition that is to be removed, once that is said again. */
	let removing = $state<string>();
	let under = $state(false);

	const day = (moment: string) => new Date(moment).toLocaleDateString('en-GB', { dateStyle: 'medium' });

	async function send(label: string, method: 'PUT' | 'DELETE') {
		under = true;
		const { fault } = await ask(`/indexes/${code}/editions/${encodeURIComponent(label)}`, { method });
		problem = fault ? inWords(fault, 'Nothing was changed.') : '';
		removing = undefined;
		if (!fault) await invalidateAll();
		under = false;
	}
</script>

{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
<div class="overflow-x-auto">
	<table class="w-full text-left">
		<thead class="text-quiet">
			<tr
				><th class="py-1 pr-4 font-normal">Edition</th><th class="pr-4 font-normal">Loaded</th><th
					class="pr-4 text-right font-normal">Headings</th
				><th class="pr-4 text-right font-normal">Entry terms</th><th class="font-normal">State</th><th
					><span class="sr-only">Actions</span></th
				></tr
			>
		</thead>
		<tbody class="divide-y border-y">
			{#each editions as { label, loadedAt, headings, entryTerms, isCurrent, held } (label)}
				<tr class="align-baseline">
					<th class="py-2 pr-4 font-semibold">{label}</th>
					<td class="pr-4 whitespace-nowrap">{day(loadedAt)}</td>
					<td class="pr-4 text-right">{number(headings)}</td>
					<td class="pr-4 text-right">{number(entryTerms)}</td>
					<td class="max-w-md pr-4 py-2">
						{#if isCurrent}<span class="font-semibold text-lichen-deep">in use</span>
						{:else if held}<span class="font-semibold">waits.</span> <span class="text-quiet">{held}</span>
						{:else}<span class="text-quiet">kept</span>{/if}
					</td>
					<td class="py-1 text-right whitespace-nowrap">
						<a class="quiet-action" href="/indexes/{code}/editions/{encodeURIComponent(label)}">Browse it</a>
						{#if !isCurrent && removing !== label}
							<button
								class={held ? 'action' : 'quiet-action'}
								disabled={under}
								onclick={() => send(label, 'PUT')}>{held ? 'Use it' : 'Use it again'}</button
							>
							<button class="quiet-action" disabled={under} onclick={() => (removing = label)}>Remove</button>
						{:else if removing === label}
							<span class="mr-1 text-quiet">Remove {label}?</span>
							<button class="quiet-action" onclick={() => send(label, 'DELETE')}>Yes, remove it</button>
							<button class="quiet-action" onclick={() => (removing = undefined)}>Keep it</button>
						{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
