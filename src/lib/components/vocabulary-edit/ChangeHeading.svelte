<script lang="ts">
	import { untrack } from 'svelte';
	import type { HeadingSheet } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Panel from '../parts/Panel.svelte';
	import HeadingsField from './HeadingsField.svelte';
	import { fieldsOfSheet, Mender } from './mender.svelte';

	/** Changes a heading of an own vocabulary, or removes it. */
	interface Props {
		sheet: HeadingSheet;
		index: IndexSummary;
		onClose: () => void;
		onRemoved: () => void;
	}
	let { sheet, index, onClose, onRemoved }: Props = $props();
	// As it was when this was opened: what others do meanwhile is told when it is sent.
	const was = untrack(() => fieldsOfSheet(sheet));
	const mender = new Mender();
	let label = $state(was.label);
	let field: HTMLInputElement | undefined = $state();
	// Whoever opened this changes the heading first.
	$effect(() => field?.focus());
	let entryTerms = $state(was.entryTerms.join('\n'));
	let broader = $state(untrack(() => sheet.broader.map(({ id, label: text }) => ({ id, label: text }))));
	let related = $state(untrack(() => sheet.related.map(({ id, label: text }) => ({ id, label: text }))));
	let scopeNote = $state(was.scopeNote);
	let historyNote = $state(was.historyNote);
	let notation = $state(was.notation);
	let introduced = $state(was.introduced);
	let retired = $state(was.retired);
	let removing = $state(false);
	let open = $state(true);
	const ids = (list: { id: string }[]) => list.map(({ id }) => id);

	async function save(event: SubmitEvent) {
		event.preventDefault();
		const fields = {
			label,
			entryTerms: entryTerms.split('\n').filter((line) => line.trim() !== ''),
			broader: ids(broader),
			related: ids(related),
			scopeNote,
			historyNote,
			notation,
			introduced,
			retired
		};
		if (await mender.send(index.code, { kind: 'change', key: sheet.id, was, fields })) onClose();
	}

	async function remove() {
		if (await mender.send(index.code, { kind: 'remove', key: sheet.id })) onRemoved();
		removing = false;
	}
</script>

<Panel bind:open title="Change “{sheet.label}”" {onClose}>
	<form class="space-y-3" onsubmit={save}>
		<label class="block"
			><span class="block text-quiet">Heading</span>
			<input
				class="field heading-voice mt-1 w-full"
				bind:value={label}
				required
				maxlength="1000"
				bind:this={field}
			/></label
		>
		<label class="block"
			><span class="block text-quiet">Entry terms, one a line</span>
			<textarea class="field mt-1 w-full" rows="3" bind:value={entryTerms}></textarea>
			<span class="text-xs text-quiet">One in another language has it behind it, as in “Ruheraum @de”.</span
			></label
		>
		<div class="grid gap-4 sm:grid-cols-2">
			<HeadingsField label="Broader" code={index.code} self={sheet.id} bind:headings={broader} />
			<HeadingsField label="Related" code={index.code} self={sheet.id} bind:headings={related} />
		</div>
		<div class="grid gap-4 sm:grid-cols-2">
			<label class="block"
				><span class="block text-quiet">Scope note</span>
				<textarea class="field mt-1 w-full" rows="2" bind:value={scopeNote}></textarea></label
			>
			<label class="block"
				><span class="block text-quiet">History note</span>
				<textarea class="field mt-1 w-full" rows="2" bind:value={historyNote}></textarea></label
			>
		</div>
		<div class="flex flex-wrap gap-4">
			<label class="block"
				><span class="block text-quiet">Notation</span>
				<input class="field mt-1 w-36" bind:value={notation} maxlength="200" /></label
			>
			<label class="block"
				><span class="block text-quiet">Introduced in</span>
				<input
					class="field mt-1 w-24"
					bind:value={introduced}
					inputmode="numeric"
					placeholder="year"
				/></label
			>
			<label class="block"
				><span class="block text-quiet">Retired in</span>
				<input class="field mt-1 w-24" bind:value={retired} placeholder="year" /></label
			>
		</div>
		{#if mender.problem}<p class="text-warn" role="alert">{mender.problem}</p>{/if}
		<div class="flex flex-wrap items-center gap-2 border-t pt-3">
			<button class="action" disabled={mender.busy}>{mender.busy ? 'Making the edition …' : 'Save'}</button>
			<span class="text-xs text-quiet">What is changed on one day is one edition of {index.name}.</span>
			{#if removing}
				<span class="ml-auto"
					>{sheet.narrower.length > 0
						? 'What is below it comes to be below its broader headings. '
						: ''}Remove it?</span
				>
				<button type="button" class="quiet-action border" disabled={mender.busy} onclick={remove}
					>Remove</button
				>
				<button type="button" class="quiet-action" onclick={() => (removing = false)}>Keep</button>
			{:else}
				<button type="button" class="quiet-action ml-auto" onclick={() => (removing = true)}
					>Remove this heading</button
				>
			{/if}
		</div>
	</form>
</Panel>
