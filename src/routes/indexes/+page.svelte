<script lang="ts">
	import { ask, inWords, type Call } from '$lib/client/ask';
	import { counted, number } from '$lib/components/parts/numbers';
	import { invalidateAll } from '$app/navigation';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import KnownMappings from '$lib/components/indexes/KnownMappings.svelte';
	import LoadFile from '$lib/components/indexes/LoadFile.svelte';
	import RemoveIndex from '$lib/components/indexes/RemoveIndex.svelte';
	import TypeHeadings from '$lib/components/vocabulary-edit/TypeHeadings.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	let { data } = $props();
	const LOADS = [
		{ kind: 'vocabulary', says: 'Load a vocabulary' },
		{ kind: 'records', says: 'Load records' }
	] as const;
	const mayChange = $derived(data.me?.role === 'administrator' || data.me?.role === 'librarian');
	/** What is being loaded: a vocabulary or records, and into which index. */
	let loading = $state<{ code: string; kind: 'vocabulary' | 'records' } | undefined>();
	let removing = $state<{ code: string; uses: { title: string; picks: number }[] }>();
	let asked: HTMLElement | undefined;
	/** The index into which headings are typed. */
	let typing = $state<string>();
	let own = $state(false);
	let name = $state('');
	let discipline = $state('');
	let problem = $state('');

	const languages = (codes: string[]) =>
		codes.map((code) => new Intl.DisplayNames('en', { type: 'language' }).of(code) ?? code).join(', ');

	async function call(at: string, init: Call): Promise<boolean> {
		const { fault } = await ask(at, init);
		problem = fault ? inWords(fault, 'Nothing was changed.') : '';
		if (!fault) await invalidateAll();
		return !fault;
	}

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const code = name
			.normalize('NFKD')
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, '-')
			.replace(/^[^a-z]+|-$/g, '');
		const made = await call('/api/v1/indexes', {
			body: { code, name, discipline, own }
		});
		if (!made) return;
		name = discipline = '';
		if (own) typing = code;
		else loading = { code, kind: 'vocabulary' };
		own = false;
	}

	async function askToRemove(code: string, from: HTMLElement) {
		const { value } = await ask<{ title: string; picks: number }[]>(`/indexes/${code}/uses`);
		removing = { code, uses: value ?? [] };
		asked = from;
	}

	function keep() {
		removing = undefined;
		asked?.focus();
	}

	async function remove() {
		if (removing && (await call(`/api/v1/indexes/${removing.code}`, { method: 'DELETE' })))
			removing = undefined;
	}
</script>

<svelte:head><title>Subject indexes · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-6xl p-6">
	<h1 class="mb-3 text-xl font-semibold">Subject indexes</h1>
	{#if problem}<p role="alert" class="mb-3 text-warn">{problem}</p>{/if}
	<ul class="divide-y border-y">
		{#each data.indexes as index (index.code)}
			{@const job = data.jobs.find(({ indexCode }) => indexCode === index.code)}
			<li class="grid gap-x-6 gap-y-1 py-4 md:grid-cols-[36px_1fr_390px]">
				<IndexMark {index} size={34} />
				<div>
					<p class="flex flex-wrap items-baseline gap-x-3">
						<span class="text-base font-semibold">{index.name}</span>
						<span class="text-quiet">{index.discipline}</span>
						{#if index.standIn}<span class="text-xs text-quiet">a stand-in, made up for the demo</span>{/if}
					</p>
					{#if index.coverage}<p class="max-w-prose">{index.coverage}</p>{/if}
					<p class="mt-1 text-quiet">
						{#if index.edition}
							{number(index.headings)}
							{index.headingNoun}, {number(index.entryTerms)}
							{index.entryTerms === 1 ? 'entry term' : 'entry terms'}, {index.hierarchical
								? 'in a hierarchy'
								: 'a flat list'}; {languages(index.languages) || 'no language given'}; edition {index.edition}{index.hasChief
								? '; marks chief headings'
								: ''}
						{:else}
							No vocabulary is loaded yet{index.own ? '; its headings are typed here' : ''}.
						{/if}
					</p>
					<p class="text-quiet">
						{#if index.records > 0}
							{counted(index.records, 'record')}{index.limits.length > 0
								? `, with the limits ${index.limits.map(({ label }) => label.toLowerCase()).join(', ')}`
								: ''}
						{:else}
							No records are loaded yet.
						{/if}
					</p>
					{#if data.waiting[index.code]}
						<p class="mt-1 w-fit border-l-2 border-lichen bg-wash px-2 py-0.5">
							{data.waiting[index.code].length === 1 ? 'The edition' : 'The editions'}
							{data.waiting[index.code].join(', ')}
							{data.waiting[index.code].length === 1 ? 'waits' : 'wait'} to be used.
							<a class="text-lichen-deep underline" href="/indexes/{index.code}/editions"
								>Look at what changed</a
							>
						</p>
					{/if}
					{#if loading?.code === index.code}
						<LoadFile
							{index}
							kind={loading.kind}
							formats={loading.kind === 'vocabulary'
								? data.formats
								: data.recordFormats.map(({ name }) => name)}
							mostBytes={data.mostBytes}
							mostSeconds={data.mostSeconds}
							onDone={() => (loading = undefined)}
						/>
					{/if}
					{#if typing === index.code}
						<div class="mt-3 max-w-2xl border-l-2 border-lichen pl-4">
							<TypeHeadings {index} onDone={() => (typing = undefined)} />
						</div>
					{/if}
					{#if removing?.code === index.code}
						<RemoveIndex {index} uses={removing.uses} onRemove={remove} onKeep={keep} />
					{/if}
				</div>
				<div class="flex flex-wrap content-start items-center gap-x-1 md:justify-end">
					{#each mayChange ? LOADS : [] as { kind, says } (kind)}
						<button
							class="quiet-action"
							onclick={() =>
								(loading =
									loading?.code === index.code && loading.kind === kind
										? undefined
										: { code: index.code, kind })}>{says}</button
						>
					{/each}
					{#if mayChange}
						<button
							class="quiet-action"
							aria-pressed={index.own}
							onclick={() => call(`/indexes/${index.code}/own`, { method: 'PUT', body: { own: !index.own } })}
							>{index.own ? 'Headings are changed here' : 'Change headings here'}</button
						>
						{#if index.own}<button
								class="quiet-action"
								onclick={() => (typing = typing === index.code ? undefined : index.code)}
								>Type headings</button
							>{/if}
					{/if}
					{#if index.edition}<a class="quiet-action" href="/indexes/{index.code}/editions">Editions</a>{/if}
					{#if mayChange}<button
							class="quiet-action"
							onclick={(event) => askToRemove(index.code, event.currentTarget)}>Delete</button
						>{/if}
					{#if index.edition}
						<span class="w-full text-right text-xs text-quiet max-md:text-left">
							Export as
							<a class="quiet-action !px-1.5" href="/api/v1/indexes/{index.code}/export.ttl" download
								>Turtle</a
							>
							<a class="quiet-action !px-1.5" href="/api/v1/indexes/{index.code}/export.jsonld" download
								>JSON-LD</a
							>
							<a class="quiet-action !px-1.5" href="/api/v1/indexes/{index.code}/export.csv" download>CSV</a>
							<a class="quiet-action !px-1.5" href="/api/v1/indexes/{index.code}/export.txt" download
								>tagged text</a
							>
						</span>
					{/if}
					{#if index.records > 0}
						<span class="w-full text-right text-xs text-quiet max-md:text-left">
							its records as
							{#each data.recordFormats as { ending, name } (ending)}
								<a class="quiet-action !px-1.5" href="/api/v1/indexes/{index.code}/records.{ending}" download
									>{name}</a
								>
							{/each}
						</span>
					{/if}
					{#if mayChange && data.feed[index.code]}
						<span class="w-full text-right text-xs text-quiet max-md:text-left"
							>{counted(data.feed[index.code], 'record')} to come
							<button
								class="quiet-action !px-1.5"
								onclick={() => call(`/indexes/${index.code}/deliver`, { method: 'POST' })}
								>Deliver the next</button
							></span
						>
					{/if}
					{#if job}
						<a class="quiet-action text-xs" href="/indexes/{index.code}/imports/{job.id}"
							>Report of the last import{job.state === 'failed' ? ' (failed)' : ''}</a
						>
					{/if}
				</div>
			</li>
		{:else}
			<li class="py-6 text-quiet">No subject index yet. Make one, then load its vocabulary.</li>
		{/each}
	</ul>
	{#if mayChange}<form onsubmit={make} class="mt-8 flex flex-wrap items-end gap-4">
			<h2 class="w-full text-base font-semibold">Make a new index</h2>
			<label class="block"
				><span class="block text-quiet">Name</span>
				<input class="field mt-1 w-56" bind:value={name} required maxlength="100" /></label
			>
			<label class="block"
				><span class="block text-quiet">Discipline</span>
				<input class="field mt-1 w-56" bind:value={discipline} maxlength="100" /></label
			>
			<label class="flex items-baseline gap-2 pb-1.5">
				<input type="checkbox" bind:checked={own} />
				<span>There is no file: its headings are typed here</span>
			</label>
			<button class="action">Make it</button>
		</form>{/if}
	<KnownMappings sets={data.mappings} />
</main>
