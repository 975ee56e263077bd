<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import { messages } from '../messages/messages.svelte';
	import { patternFaults, PLAIN_DIALECT, printInDialect, type Dialect } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Panel from '../parts/Panel.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The patterns of a dialect, with what they make of the strategy as they are edited. */
	let { session, index, onClose }: { session: StrategySession; index: IndexSummary; onClose: () => void } =
		$props();
	let open = $state(true);
	// svelte-ignore state_referenced_locally (a draft begins as what is there and goes its own way)
	let draft = $state<Dialect>(structuredClone($state.snapshot(session.view.patterns) ?? PLAIN_DIALECT));

	const PATTERNS: [keyof Dialect, string, string][] = [
		['heading', 'a heading', '{label}'],
		['narrower', 'with narrower', '{it}'],
		['cut', 'a branch cut', '{it} {cut}'],
		['chief', 'chief only', '{it}'],
		['aspect', 'an aspect', '{it} {aspect}'],
		['together', 'between headings held together', ''],
		['word', 'a word', '{word}'],
		['phrase', 'a phrase', '{words}'],
		['stem', 'a truncated stem', '{word}'],
		['capitals', 'capitals only', '{it}'],
		['or', 'between alternatives', ''],
		['and', 'between blocks', ''],
		['not', 'before what is excluded', ''],
		['group', 'a group', '{it}'],
		['limitValue', 'a limit', '{name} {value}'],
		['limitRange', 'a range', '{name} {from} {to}'],
		['limitFrom', 'from', '{name} {from}'],
		['limitTo', 'up to', '{name} {to}'],
		['quotationMark', 'for a quotation mark inside', '']
	];
	const FIELDS = ['title', 'abstract', 'author', 'source', 'affiliation', 'funder'] as const;

	const faults = $derived(patternFaults(draft));
	const said = $derived(printInDialect(session.view.strategy, draft, index.limits, 'blocks'));
	let saving = $state(false);

	async function save() {
		saving = true;
		const { fault } = await ask(`/indexes/${index.code}/dialect`, { method: 'PUT', body: draft });
		saving = false;
		if (fault) {
			messages.warn(inWords(fault, 'The patterns are still here.'));
			return;
		}
		messages.say(`Changed how strategies for ${index.name} are worded`);
		session.ask();
		onClose();
	}
</script>

<Panel bind:open title="How {index.name}’s search box words a strategy" wide {onClose}>
	<p class="mb-3 max-w-prose text-quiet">
		Each pattern has places in braces; they are filled in. An empty pattern means that the search box cannot
		say it, and the strategy then names what is missing.
	</p>
	<div class="grid gap-x-6 gap-y-1 md:grid-cols-2">
		{#each PATTERNS as [name, says, places] (name)}
			{@const fault = faults.find(({ pattern }) => pattern === name)}
			<label class="grid grid-cols-[150px_1fr] items-center gap-2">
				<span>{says}<span class="block text-xs text-quiet">{places}</span></span>
				<span>
					<input
						class="field w-full font-mono text-xs"
						class:!border-warn={fault}
						bind:value={() => draft[name] as string, (value) => (draft = { ...draft, [name]: value })}
					/>
					{#if fault}<span class="text-xs text-warn">{fault.message}</span>{/if}
				</span>
			</label>
		{/each}
		{#each FIELDS as field (field)}
			<label class="grid grid-cols-[150px_1fr] items-center gap-2">
				<span>in the {field}<span class="block text-xs text-quiet">{'{it}'}</span></span>
				<input
					class="field w-full font-mono text-xs"
					bind:value={
						() => draft.fields[field] ?? '',
						(value) => (draft = { ...draft, fields: { ...draft.fields, [field]: value } })
					}
				/>
			</label>
		{/each}
	</div>
	<h3 class="mt-4 mb-1 font-semibold">This strategy, so worded</h3>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<pre
		tabindex="0"
		class="max-h-40 overflow-auto rounded border bg-paper p-2 text-xs whitespace-pre-wrap">{said.text}</pre>
	{#if said.missing.length > 0}<p class="mt-1 text-xs text-warn">
			It cannot say: {said.missing.join('; ')}.
		</p>{/if}
	<div class="mt-4 flex gap-2">
		<button class="action" disabled={faults.length > 0 || saving} onclick={save}>Keep these patterns</button>
		<button class="quiet-action" onclick={() => (draft = structuredClone(PLAIN_DIALECT))}>Plain words</button>
	</div>
</Panel>
