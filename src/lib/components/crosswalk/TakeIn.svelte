<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import { messages } from '../messages/messages.svelte';
	import type { ImportPlan } from '$core/formats/incoming-crosswalk';
	import Panel from '../parts/Panel.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** A crosswalk from a file: what it would change is shown first, and what cannot be placed. */
	let { open = $bindable() }: { open: boolean } = $props();
	const store = $derived(useInquiry()());
	let files = $state<FileList>();
	let plan = $state.raw<ImportPlan | undefined>();
	let problem = $state('');
	let reading = $state(false);
	const file = $derived(files?.[0]);

	$effect(() => {
		if (file) void read(file);
	});

	async function read(chosen: File) {
		plan = undefined;
		problem = '';
		reading = true;
		const kind = chosen.name.toLowerCase().split('.').pop() ?? '';
		const body = { kind, text: kind === 'xlsx' ? await asBase64(chosen) : await chosen.text() };
		const { value, fault } = await ask<ImportPlan>(`/inquiry/${store.id}/incoming`, { body });
		plan = value;
		if (fault) problem = inWords(fault, 'Nothing was changed; the file is still chosen here.');
		reading = false;
	}

	/** A workbook is no text; what carries it is. */
	const asBase64 = (chosen: File) =>
		new Promise<string>((resolve) => {
			const reader = new FileReader();
			reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
			reader.readAsDataURL(chosen);
		});

	function takeIn() {
		if (!plan?.command) return;
		store.send(plan.command);
		open = false;
		plan = undefined;
		files = undefined;
	}

	function saveUnplaced() {
		const rows = (plan?.unplaced ?? []).map(({ line, what, why }) => `${line}\t${what}\t${why}`);
		void navigator.clipboard
			.writeText(['line\twhat\twhy', ...rows].join('\n'))
			.then(() => messages.say('Copied what could not be placed.'));
	}
</script>

<Panel bind:open title="Import a crosswalk" wide>
	<p class="mb-3 text-quiet">
		SSSOM (.tsv), CSV, JSON or XLSX, up to 10 MB. You see what would change before anything does, and can undo
		it in one step.
	</p>
	<label class="block">
		<span class="sr-only">File</span>
		<input type="file" accept=".tsv,.csv,.json,.xlsx" bind:files />
	</label>
	{#if reading}<p class="mt-3" role="status">Reading {file?.name}</p>{/if}
	{#if problem}<p class="mt-3 text-warn" role="alert">{problem}</p>{/if}
	{#if plan}
		<div class="mt-4 space-y-3" role="status">
			<p class="font-medium">
				{plan.added.length} would be added, {plan.changed.length} changed; {plan.same} stand already;
				{plan.unplaced.length} cannot be placed.
			</p>
			{#each [['New concepts', plan.newConcepts], ['Added', plan.added], ['Changed', plan.changed]] as const as [name, list] (name)}
				{#if list.length > 0}
					<section>
						<h3 class="text-xs font-semibold text-quiet">{name}</h3>
						<ul class="max-h-32 overflow-auto">
							{#each list as line, i (i)}<li>{line}</li>{/each}
						</ul>
					</section>
				{/if}
			{/each}
			{#if plan.notKept.length > 0}
				<section>
					<h3 class="text-xs font-semibold text-quiet">Has no place in a crosswalk</h3>
					<ul class="max-h-32 overflow-auto">
						{#each plan.notKept as what (what)}<li>{what}</li>{/each}
					</ul>
				</section>
			{/if}
			{#if plan.unplaced.length > 0}
				<section>
					<h3 class="text-xs font-semibold text-quiet">
						Cannot be placed <button class="quiet-action" onclick={saveUnplaced}>Copy</button>
					</h3>
					<ul class="max-h-40 overflow-auto">
						{#each plan.unplaced as { line, what, why } (`${line}${what}`)}
							<li>
								<span class="text-quiet">Line {line}:</span>
								{what}. <span class="text-warn">{why}</span>
							</li>
						{/each}
					</ul>
				</section>
			{/if}
			<button class="action" disabled={!plan.command} onclick={takeIn}>Import</button>
			{#if !plan.command}<span class="text-quiet">There is nothing to change.</span>{/if}
		</div>
	{/if}
</Panel>
