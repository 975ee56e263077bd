<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { strategyAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { moment } from '$lib/components/inquiry/moment';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import Menu from '$lib/components/parts/Menu.svelte';
	import Panel from '$lib/components/parts/Panel.svelte';
	import Select from '$lib/components/parts/Select.svelte';
	import PartList from '$lib/components/report/PartList.svelte';
	import ReportPaper from '$lib/components/report/ReportPaper.svelte';
	import SaidByPeople from '$lib/components/report/SaidByPeople.svelte';
	import type { ReportDraft, ReportView } from '$lib/server/report';

	/** The report, as it will print, beside what it holds. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	let changed = $state.raw<ReportView | undefined>();
	$effect.pre(() => {
		void data.report;
		changed = undefined;
	});
	const report = $derived(changed ?? data.report);
	const { draft } = $derived(report);
	let saying = $state(false);
	let busy = $state(false);

	async function set(changes: Partial<ReportDraft>) {
		busy = true;
		const { value, fault } = await ask<ReportView>(`/inquiry/${store.id}/report/draft`, {
			method: 'PUT',
			body: { ...draft, ...changes }
		});
		busy = false;
		if (fault) messages.warn(inWords(fault, 'The report stays as it was.'));
		else changed = value;
	}
	async function handIn() {
		const { value, fault } = await ask<{ number: number }>(`/inquiry/${store.id}/report/handed-in`, {
			body: {}
		});
		if (fault) return messages.warn(inWords(fault, 'Nothing was kept.'));
		await invalidateAll();
		messages.say(`Kept as report ${value.number}: it can be had again just as it is now`);
	}
	const file = (ending: string, handedIn?: number) =>
		`/api/v1/inquiries/${store.id}/report.${ending}${handedIn === undefined ? '' : `?report=${handedIn}`}`;
	const FORMATS = [
		['docx', 'DOCX, for word processors'],
		['html', 'HTML, for print'],
		['md', 'Markdown'],
		['json', 'JSON'],
		['zip', 'Everything, as one archive']
	] as const;
	/** The run of an index that the report is of. */
	const runOf = (code: string) =>
		report.runs.find((number) => data.runs.find((run) => run.number === number)?.indexCode === code);
	function choose(code: string, wanted: string) {
		const others = report.runs.filter((number) => number !== runOf(code));
		void set({ runs: wanted === '' ? others : [...others, Number(wanted)] });
	}

	$effect(() =>
		useKeys({
			title: 'Report',
			keys: [
				{ shown: ['P'], does: 'Print it', bind: 'p', run: () => window.print() },
				{ shown: ['S'], does: 'Say what only people can say', bind: 's', run: () => (saying = true) },
				{ shown: ['H'], does: 'Hand in: keep it as it is now', bind: 'h', run: () => void handIn() }
			]
		})
	); // prettier-ignore
</script>

<svelte:head><title>Report · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-1.5 border-b px-3 py-1 print:hidden">
	<h1 class="mr-2 font-semibold">Report</h1>
	<span class="ml-auto flex gap-1">
		<button class="quiet-action" onclick={() => window.print()}>Print</button>
		<Menu
			label="Export the report"
			items={FORMATS.map(([ending, says]) => ({ says, file: { at: file(ending) } }))}>Export</Menu
		>
		<button data-changes class="action !py-0.5" onclick={() => void handIn()}>Hand in</button>
	</span>
</div>
<div class="flex min-h-0 flex-1 max-md:block max-md:overflow-auto print:block">
	<aside
		aria-label="What the report holds"
		class="w-[300px] shrink-0 overflow-y-auto border-r px-3 py-2 text-[13px] max-md:w-full print:hidden"
		class:opacity-60={busy}
	>
		<h2 class="mb-1 font-semibold">Parts</h2>
		<PartList parts={draft.parts} document={report.document} onChange={(parts) => void set({ parts })} />
		<button class="quiet-action mt-2 border" onclick={() => (saying = true)}
			>Say what only people can say</button
		>
		<h2 class="mt-4 mb-1 font-semibold">Runs it is of</h2>
		<ul class="space-y-1">
			{#each store.columns as { code, name } (code)}
				<li class="flex items-center gap-2">
					<span class="w-20 shrink-0 truncate">{name}</span>
					<Select
						label="Run of {name}"
						class="min-w-0 flex-1"
						value={String(runOf(code) ?? '')}
						options={[
							{ value: '', says: 'none' },
							...data.runs
								.filter(({ indexCode }) => indexCode === code)
								.map(({ number, count, at }) => ({
									value: String(number),
									says: `run ${number}, ${moment(at)}, ${count}`
								}))
						]}
						onChange={(wanted) => choose(code, wanted)}
					/>
				</li>
			{/each}
		</ul>
		{#if report.outdated.length > 0}
			<p class="mt-2 border-l-4 border-warn pl-2 text-warn" role="status">
				The crosswalk has changed since {report.outdated.length === 1 ? 'run' : 'runs'}
				{report.outdated.join(', ')}. The report tells the crosswalk of today and the numbers of then;
				<a class="underline" href={strategyAt(placeOf(store))}>run the strategies again</a> first.
			</p>
		{/if}
		<h2 class="mt-4 mb-1 font-semibold">Kept works cited in</h2>
		<Select
			label="Citation style"
			class="w-full"
			value={draft.style}
			options={data.styles.map(({ id, name }) => ({ value: id, says: name }))}
			onChange={(style) => void set({ style })}
		/>
		<h2 class="mt-4 mb-1 font-semibold">Handed in</h2>
		{#if report.handedIn.length === 0}<p class="text-quiet">
				Not yet. What is handed in is kept as it is, and can be had again to the letter.
			</p>{/if}
		<ul>
			{#each report.handedIn as { number, at, person } (number)}
				<li class="flex items-center gap-1">
					<span class="min-w-0 flex-1">Report {number}, {moment(at)}{person && `, ${person}`}</span>
					<Menu
						label="Report {number}: export"
						items={FORMATS.filter(([ending]) => ending !== 'zip').map(([ending, says]) => ({
							says,
							file: { at: file(ending, number) }
						}))}>Report {number}</Menu
					>
				</li>
			{/each}
		</ul>
	</aside>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div
		class="relative min-w-0 flex-1 overflow-y-auto bg-shade px-4 py-5 print:overflow-visible print:bg-white print:p-0"
		tabindex="0"
		role="region"
		aria-label="The report as it will print"
	>
		<ReportPaper document={report.document} />
	</div>
</div>
<Panel bind:open={saying} title="What only people can say">
	<p class="text-quiet">
		The published guideline for reporting literature searches has sixteen items. What the inquiry knows is
		filled in; the rest stands in the report as missing until somebody says it.
	</p>
	<SaidByPeople texts={draft.texts} onChange={(texts) => void set({ texts })} />
</Panel>
