<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { sendFile, type Sending } from '$lib/client/send-file';
	import { onMount } from 'svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import type { Parting } from '$core/formats/record-keywords';
	import Select from '../parts/Select.svelte';
	import { RECORD_TYPES, VOCABULARY_TYPES, xmlTypeOf } from './file-types';
	import ImportUnderWay from './ImportUnderWay.svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';

	/** Loads a file of a vocabulary or of records into an index: sending it, watching the import, stopping either. */
	interface Props {
		index: IndexSummary;
		kind: 'vocabulary' | 'records';
		/** Names of the formats taken. */
		formats: string[];
		mostBytes: number;
		/** The longest an import may take. */
		mostSeconds: number;
		onDone: () => void;
	}
	let { index, kind, formats, mostBytes, mostSeconds, onDone }: Props = $props();

	const TYPES = $derived(kind === 'vocabulary' ? VOCABULARY_TYPES : RECORD_TYPES);
	const size = (bytes: number) =>
		bytes < 2 ** 20 ? `${Math.ceil(bytes / 1024)} KiB` : `${(bytes / 2 ** 20).toFixed(1)} MiB`;

	let files = $state<FileList>();
	let chooser: HTMLInputElement;
	// Whoever opened this wants to choose a file next, with the keyboard too.
	onMount(() => chooser.focus());
	let edition = $state('');
	/** By what keywords of one field are parted, where that is not to be found out entry by entry. */
	let parting = $state<Parting | ''>('');
	const PARTED: { value: Parting | ''; says: string }[] = [
		{ value: '', says: 'as each entry has it' },
		{ value: 'semicolon', says: 'semicolons' },
		{ value: 'line', says: 'line breaks' },
		{ value: 'tab', says: 'tabs' },
		{ value: 'comma', says: 'commas' }
	];
	/** It is kept to be looked at, and not used at once. */
	let waits = $state(false);
	/** The file holds all records of the index. */
	let whole = $state(false);
	let step = $state<'choosing' | 'sending' | 'reading'>('choosing');
	let share = $state(0);
	let problem = $state('');
	let job = '';
	let sending: Sending<{ job: string }> | undefined;

	/** A vocabulary as text that stands nowhere as a file. */
	let pasted = $state('');
	const file = $derived(
		files?.[0] ??
			(pasted.trim() === '' ? undefined : new File([pasted], 'pasted.txt', { type: 'text/plain' }))
	);
	const type = $derived(TYPES[file?.name.split('.').pop()?.toLowerCase() ?? '']);

	async function load(event: SubmitEvent) {
		event.preventDefault();
		problem = '';
		if (!file)
			return void (problem =
				kind === 'vocabulary' ? 'Choose a file, or paste a text, first.' : 'Choose a file first.');
		if (!type)
			return void (problem = `The ending of ${file.name} tells no format. Known are ${Object.keys(TYPES)
				.map((ending) => `.${ending}`)
				.join(', ')}.`);
		if (file.size > mostBytes)
			return void (problem = `${file.name} has ${size(file.size)}; at most ${size(mostBytes)} are taken. Nothing was sent.`);
		if (file.size === 0) return void (problem = `${file.name} is empty. Nothing was sent.`);
		step = 'sending';
		share = 0;
		const sent = type === VOCABULARY_TYPES.xml ? xmlTypeOf(await file.slice(0, 4_096).text()) : type;
		const place = `/api/v1/indexes/${index.code}`;
		sending = sendFile(
			kind === 'vocabulary'
				? `${place}/vocabulary?${new URLSearchParams({ edition, ...(waits && { current: 'never' }) })}`
				: `${place}/records?${new URLSearchParams({ ...(parting && { keywords: parting }), ...(whole && { whole: 'yes' }) })}`,
			file,
			sent,
			(done) => (share = done)
		);
		const { value, fault } = await sending.answer;
		if (fault) {
			problem = fault.message;
			step = 'choosing';
			return;
		}
		job = value.job;
		step = 'reading';
		await watch();
	}

	async function watch() {
		for (;;) {
			const { value } = await ask<{ state: string; done: number; total: number }>(`/api/v1/jobs/${job}`);
			if (value) {
				share = value.total ? value.done / value.total : 0;
				if (value.state === 'done' || value.state === 'failed') break;
			}
			await new Promise((resolve) => setTimeout(resolve, 300));
		}
		await invalidateAll();
		onDone();
		await goto(`/indexes/${index.code}/imports/${job}`);
	}

	async function cancel() {
		if (step === 'sending') sending?.cancel();
		else await ask(`/api/v1/jobs/${job}`, { method: 'DELETE' });
	}
</script>

<form onsubmit={load} class="mt-3 max-w-2xl space-y-3 border-l-2 border-lichen pl-4">
	<p class="text-quiet">
		Takes {formats.join(', ')} in UTF-8, up to {size(mostBytes)} and {Math.round(mostSeconds / 60)} minutes of reading.
		{#if kind === 'vocabulary'}
			The new edition takes the place of the one before only when the whole file has been read; until then,
			and if anything goes wrong, nothing changes.
		{:else}
			Keywords that are headings or entry terms of {index.name} become its headings on the record, a leading * marks
			a chief one, and “ / ” an aspect; the others are kept as author’s keywords. A record that is there already
			is replaced, never doubled.
		{/if}
	</p>
	{#if kind === 'vocabulary' && !files?.length}
		<label class="block">
			<span class="block text-quiet"
				>Tagged text can be pasted instead of a file: a heading on a line, and below it SN, HN, UF, USE, BT,
				NT and RT</span
			>
			<textarea
				class="field mt-1 w-full font-mono text-xs"
				rows="5"
				spellcheck="false"
				placeholder={'Noise\n  SN  Sound that is not wanted.\n  UF  Din\n  BT  Sound'}
				bind:value={pasted}
				disabled={step !== 'choosing'}></textarea>
		</label>
	{/if}
	<div class="flex flex-wrap items-end gap-4">
		<label class="block">
			<span class="block text-quiet">File</span>
			<input
				class="mt-1 block"
				type="file"
				accept={Object.keys(TYPES)
					.map((ending) => `.${ending}`)
					.join(',')}
				bind:files
				bind:this={chooser}
				disabled={step !== 'choosing'}
			/>
		</label>
		{#if kind === 'vocabulary'}
			<label class="block">
				<span class="block text-quiet">Edition</span>
				<input
					class="field mt-1 w-32"
					bind:value={edition}
					required
					maxlength="100"
					placeholder="2026"
					disabled={step !== 'choosing'}
				/>
			</label>
		{/if}
		{#if kind === 'vocabulary' && index.edition}
			<label class="flex basis-full items-baseline gap-2">
				<input type="checkbox" bind:checked={waits} disabled={step !== 'choosing'} />
				<span>Keep it waiting, to look at what changed before it is used</span>
			</label>
		{/if}
		{#if kind === 'records'}
			<div>
				<span class="block text-quiet">Keywords of one field parted by</span>
				<Select
					class="mt-1"
					label="Keywords of one field parted by"
					value={parting}
					options={PARTED}
					onChange={(way) => (parting = way)}
				/>
			</div>
			{#if index.records > 0}
				<label class="flex basis-full items-baseline gap-2">
					<input type="checkbox" bind:checked={whole} disabled={step !== 'choosing'} />
					<span
						>This file holds all records of {index.name}: what it lacks was withdrawn. No search finds that
						any more; it stays, marked, where somebody kept it.</span
					>
				</label>
			{/if}
		{/if}
		{#if step === 'choosing'}
			<button class="action">Load</button>
			<button type="button" class="quiet-action" onclick={onDone}>Cancel</button>
		{:else}
			<ImportUnderWay reading={step === 'reading'} name={file?.name ?? ''} {share} onCancel={cancel} />
		{/if}
	</div>
	{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
</form>
