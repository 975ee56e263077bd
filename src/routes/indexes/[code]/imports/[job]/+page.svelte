<script lang="ts">
	import { counted, number } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { RULE_WORDS, SEVERITY_WORDS } from '$lib/components/indexes/rules';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	let { data } = $props();
	const report = $derived(data.job.report);
	const rules = $derived(Object.entries(report?.findingCounts ?? {}).sort((a, b) => b[1] - a[1]));
	const ALL = 'all';
	let rule = $state(ALL);
	let text = $state('');

	const SHOWN = 300;
	const found = $derived(
		(report?.findings ?? []).filter(
			(finding) =>
				(rule === ALL || finding.rule === rule) &&
				(text === '' ||
					`${finding.message} ${finding.subject ?? ''}`.toLowerCase().includes(text.toLowerCase()))
		)
	);
</script>

<svelte:head><title>Import report · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-6xl space-y-5 p-6">
	<div class="flex items-center gap-3">
		{#if data.index}<IndexMark index={data.index} size={28} />{/if}
		<h1 class="text-xl font-semibold">
			{data.index?.name ?? data.job.indexCode}, {data.job.edition
				? `edition ${data.job.edition}`
				: 'records'}: import report
		</h1>
		{#if data.job.edition}<a class="quiet-action ml-auto" href="/indexes/{data.job.indexCode}/editions"
				>Editions</a
			>{/if}
		<a class="quiet-action {data.job.edition ? '' : 'ml-auto'}" href="/indexes">Subject indexes</a>
	</div>
	{#if data.job.state === 'failed'}
		<div class="border-l-2 border-warn bg-warn-wash p-4" role="alert">
			<p class="font-semibold">Nothing was changed.</p>
			<p>{report?.error?.message}</p>
			<p class="mt-2 text-quiet">Fix the file and load it again. The edition before it is still in use.</p>
		</div>
	{:else if data.job.state !== 'done'}
		<p>The import is still under way. Reload this page in a moment.</p>
	{:else if report}
		<dl class="flex flex-wrap gap-x-10 gap-y-2">
			{#each [['read', report.counts.read], ['kept', report.counts.kept], ['repaired', report.counts.repaired], ['refused', report.counts.refused]] as [name, value] (name)}
				<div>
					<dt class="text-quiet">{name}</dt>
					<dd class="text-lg font-semibold">{number(value as number)}</dd>
				</div>
			{/each}
			<div class="border-l pl-10">
				<dt class="text-quiet">of which</dt>
				<dd>
					{#if report.counts.added !== undefined}
						{number(report.counts.added)} new, {number(report.counts.replaced)} in place of earlier ones, {number(
							report.counts.unchanged
						)} there already{report.counts.withdrawn ? `, ${number(report.counts.withdrawn)} withdrawn` : ''}; {number(
							report.counts.keywordsMatched
						)} keywords are headings, {number(report.counts.keywordsUnmatched)} are not
					{:else}
						{counted(report.counts.headings, 'heading')}, {counted(report.counts.entryTerms, 'entry term')},
						{counted(report.counts.relations, 'link')}, {counted(report.counts.notes, 'note')}, from
						{counted(report.counts.statements, 'statement')}
					{/if}
				</dd>
			</div>
		</dl>
		{#if rules.length === 0}
			<p>Nothing is at odds in this file.</p>
		{:else}
			<section class="space-y-3">
				<div class="flex flex-wrap items-end gap-4">
					<h2 class="text-base font-semibold">What was found</h2>
					<div class="flex items-center gap-1">
						<span class="text-quiet">Rule</span>
						<Select
							class="min-h-8"
							label="Rule"
							value={rule}
							options={[
								{ value: ALL, says: 'all' },
								...rules.map(([name, count]) => ({
									value: name,
									says: `${RULE_WORDS[name] ?? name} (${number(count)})`
								}))
							]}
							onChange={(chosen) => (rule = chosen)}
						/>
					</div>
					<label>
						<span class="text-quiet">Holding</span>
						<input class="field ml-1 w-56" bind:value={text} />
					</label>
					<a
						class="quiet-action ml-auto"
						href="/indexes/{data.job.indexCode}/imports/{data.id}/report.csv"
						download>Export the list (CSV)</a
					>
				</div>
				<ul class="divide-y border-y">
					{#each found.slice(0, SHOWN) as finding, i (i)}
						<li class="grid gap-x-4 py-2 md:grid-cols-[230px_110px_1fr]">
							<span>{RULE_WORDS[finding.rule] ?? finding.rule}</span>
							<span class="text-quiet" class:text-warn={finding.severity === 'error'}
								>{SEVERITY_WORDS[finding.severity]}</span
							>
							<span>
								{finding.message}
								<span class="block text-xs break-all text-quiet">
									{finding.line === undefined ? '' : `line ${finding.line} · `}{finding.subject ?? ''}
								</span>
							</span>
						</li>
					{/each}
				</ul>
				{#if found.length > SHOWN}
					<p class="text-quiet">
						The first {SHOWN} of {number(found.length)}. Narrow the list, or export it whole.
					</p>
				{/if}
			</section>
		{/if}
	{/if}
</main>
