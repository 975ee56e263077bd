<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import { sendFile } from '$lib/client/send-file';
	import { invalidateAll } from '$app/navigation';
	import type { MappingSet } from '$lib/server/vocabulary';
	import { counted, number } from '../parts/numbers';

	/** Files of mappings between vocabularies: evidence for suggestions. Loaded, looked at, removed. */
	let { sets }: { sets: readonly MappingSet[] } = $props();

	interface Report {
		counts: Record<string, number>;
		findings: { severity: string; line?: number; message: string }[];
		error?: { message: string };
	}

	const SHOWN = 5;
	let files = $state<FileList>();
	let name = $state('');
	let working = $state(false);
	let problem = $state('');
	let report = $state.raw<Report>();

	async function load(event: SubmitEvent) {
		event.preventDefault();
		const file = files?.[0];
		problem = '';
		report = undefined;
		if (!file) return void (problem = 'Choose a file first.');
		working = true;
		const at = `/api/v1/known-mappings/${encodeURIComponent(name.trim() || file.name.replace(/(\.sssom)?\.tsv$/i, ''))}`;
		const { value, fault } = await sendFile<{ job: string }>(at, file, 'text/tab-separated-values', () => {})
			.answer;
		if (fault) problem = fault.message;
		else await watch(value.job);
		working = false;
	}

	async function watch(job: string) {
		for (;;) {
			const { value, fault } = await ask<{ state: string; report: Report | null }>(`/api/v1/jobs/${job}`);
			if (fault && !fault.isAway) return void (problem = inWords(fault, 'Nothing was changed.'));
			if (value?.state === 'failed') return void (problem = value.report?.error?.message ?? 'It failed.');
			if (value?.state === 'done') break;
			await new Promise((resolve) => setTimeout(resolve, 250));
		}
		const { value } = await ask<{ report: Report }>(`/api/v1/jobs/${job}`);
		report = value?.report;
		files = undefined;
		name = '';
		await invalidateAll();
	}

	async function remove(set: string) {
		const { fault } = await ask(`/api/v1/known-mappings/${encodeURIComponent(set)}`, { method: 'DELETE' });
		problem = fault ? inWords(fault, 'Nothing was changed.') : '';
		await invalidateAll();
	}
</script>

<section class="mt-10" aria-label="Known mappings">
	<h2 class="text-base font-semibold">Known mappings</h2>
	<p class="max-w-prose text-quiet">
		What others have found out about which heading of one index stands for which of another, as SSSOM. It
		speaks for headings wherever something is suggested, and says so.
	</p>
	<ul class="mt-2 divide-y border-y">
		{#each sets as set (set.name)}
			<li class="flex items-baseline gap-3 py-1.5">
				<span class="font-semibold">{set.title || set.name}</span>
				<span class="text-quiet"
					>{counted(set.mappings, 'mapping')}, {number(set.joined)} between headings of indexes here</span
				>
				<button class="quiet-action ml-auto" onclick={() => remove(set.name)}
					>Remove<span class="sr-only"> {set.name}</span></button
				>
			</li>
		{:else}<li class="py-1.5 text-quiet">None is loaded.</li>{/each}
	</ul>
	<form class="mt-3 flex flex-wrap items-end gap-4" onsubmit={load}>
		<label class="block"
			><span class="block text-quiet">File of mappings (.tsv)</span>
			<input class="mt-1 block" type="file" accept=".tsv" bind:files disabled={working} /></label
		>
		<label class="block"
			><span class="block text-quiet">Name</span>
			<input
				class="field mt-1 w-56"
				maxlength="100"
				placeholder="as the file is called"
				bind:value={name}
				disabled={working}
			/></label
		>
		<button class="quiet-action border" disabled={working}>{working ? 'Reading' : 'Load mappings'}</button>
	</form>
	{#if problem}<p role="alert" class="mt-2 text-warn">{problem}</p>{/if}
	{#if report}
		<div role="status" class="mt-2">
			<p>
				{number(report.counts.read)} rows read, {number(report.counts.kept)} mappings kept, {number(
					report.counts.refused
				)} refused.
			</p>
			<ul class="text-xs text-quiet">
				{#each report.findings.slice(0, SHOWN) as { line, message }, i (i)}<li>
						{#if line}line {line}:{/if}
						{message}
					</li>{/each}
				{#if report.findings.length > SHOWN}<li>and {report.findings.length - SHOWN} more</li>{/if}
			</ul>
		</div>
	{/if}
</section>
