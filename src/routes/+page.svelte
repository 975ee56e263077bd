<script lang="ts">
	import { counted } from '$lib/components/parts/numbers';
	import { guide, GUIDED, STEPS } from '$lib/components/first-meeting/guide.svelte';
	import { ask, inWords } from '$lib/client/ask';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	let { data } = $props();
	let title = $state('');
	let question = $state('');
	let problem = $state('');
	let showArchive = $state(false);

	/** Asks the server and says in words what went wrong. */
	async function call<T>(at: string, method: string, body: unknown = {}): Promise<T | undefined> {
		const { value, fault } = await ask<T>(at, { method, body });
		problem = fault ? inWords(fault, 'Your text is still here. Try again in a moment.') : '';
		return value;
	}

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const made = await call<{ id: string }>('/api/v1/inquiries', 'POST', { title, question });
		if (made) await goto(`/inquiry/${made.id}/question`);
	}

	async function takeIn(event: Event) {
		const field = event.currentTarget as HTMLInputElement;
		const text = await field.files?.[0]?.text();
		field.value = '';
		if (text === undefined) return;
		const made = await call<{ id: string }>('/api/v1/inquiries', 'POST', text);
		if (!made) return;
		await goto(`/inquiry/${made.id}`);
		messages.say('The inquiry was imported with its history.');
	}

	async function change(id: string, body: { archived?: boolean; removed?: boolean }) {
		const done = await call(`/inquiry/${id}/state`, 'PATCH', body);
		if (done) await invalidateAll();
		return done !== undefined;
	}

	async function remove(id: string, name: string) {
		if (!(await change(id, { removed: true }))) return;
		messages.say(`Deleted “${name}”.`, {
			label: 'Undo',
			run: () => void change(id, { removed: false })
		});
	}

	async function copy(id: string) {
		const made = await call<{ id: string }>(`/inquiry/${id}/copy`, 'POST');
		if (!made) return;
		await invalidateAll();
		messages.say('Copied, with everything recorded.');
	}

	const marks = (codes: string[]) =>
		codes.flatMap((code) => data.indexes.find((index) => index.code === code) ?? []);
	function begin() {
		guide.go(0);
		return goto(STEPS[0].at({ id: GUIDED }));
	}
	/** Who came by a link reads, and keeps nothing here. */
	const isVisitor = $derived(data.me?.role === 'visitor');
	const current = $derived(data.inquiries.filter(({ archived }) => !archived));
	const archive = $derived(data.inquiries.filter(({ archived }) => archived));
</script>

<svelte:head><title>Inquiries · Oakmoss</title></svelte:head>

{#snippet entry(inquiry: (typeof data.inquiries)[number])}
	{@const cells = inquiry.concepts * inquiry.indexes.length}
	<li class="group">
		<a href="/inquiry/{inquiry.id}" class="block px-2 pt-4 pb-1 hover:bg-shade">
			<span class="flex items-baseline gap-3">
				<span class="text-base font-semibold">{inquiry.title}</span>
				<span class="flex gap-1">
					{#each marks(inquiry.indexes) as index (index.code)}<IndexMark
							{index}
							size={16}
							label={index.name}
						/>{/each}
				</span>
				<span class="ml-auto text-quiet">{inquiry.decided} of {counted(cells, 'cell')} decided</span>
			</span>
			<span class="mt-1 block max-w-prose text-quiet">{inquiry.question}</span>
			<span class="mt-2 block h-1 bg-shade" aria-hidden="true">
				<span class="block h-1 bg-lichen" style="width: {cells ? (100 * inquiry.decided) / cells : 0}%"
				></span>
			</span>
		</a>
		<p class="flex items-center gap-1 px-2 pb-2 text-xs text-quiet">
			<span
				>{counted(inquiry.concepts, 'concept')}, {counted(inquiry.picks, 'pick')}, changed {moment(
					inquiry.changedAt
				)}</span
			>
			<span class="ml-auto"></span>
			{#if !isVisitor}<button class="quiet-action" onclick={() => copy(inquiry.id)}
					>Copy{' '}<span class="sr-only">{inquiry.title}</span></button
				>{/if}
			<a class="quiet-action" href="/api/v1/inquiries/{inquiry.id}" download="{inquiry.id}.json"
				>Export{' '}<span class="sr-only">{inquiry.title}</span></a
			>
			{#if !isVisitor}<button
					class="quiet-action"
					onclick={() => change(inquiry.id, { archived: !inquiry.archived })}
					>{inquiry.archived ? 'Restore' : 'Archive'}{' '}<span class="sr-only">{inquiry.title}</span></button
				>
				<button class="quiet-action" onclick={() => remove(inquiry.id, inquiry.title)}
					>Delete{' '}<span class="sr-only">{inquiry.title}</span></button
				>{/if}
		</p>
	</li>
{/snippet}

<PlainBar />
<main class="mx-auto grid max-w-6xl gap-12 p-6 md:grid-cols-[1fr_320px]">
	<section>
		<h1 class="mb-3 text-xl font-semibold">Inquiries</h1>
		<ul class="divide-y border-y">
			{#each current as inquiry (inquiry.id)}
				{@render entry(inquiry)}
			{:else}
				<li class="py-6 text-quiet">
					{archive.length > 0
						? 'Every inquiry is in the archive.'
						: 'No inquiry yet. Begin one with the question you want answered.'}
				</li>
			{/each}
		</ul>
		{#if archive.length > 0}
			<button
				class="quiet-action mt-3 -ml-2"
				aria-expanded={showArchive}
				onclick={() => (showArchive = !showArchive)}>Archive ({archive.length})</button
			>
			{#if showArchive}
				<ul class="divide-y border-y">
					{#each archive as inquiry (inquiry.id)}{@render entry(inquiry)}{/each}
				</ul>
			{/if}
		{/if}
	</section>
	<div class="space-y-8">
		{#if current.some(({ id }) => id === GUIDED)}
			<section class="border-l-4 border-lichen pl-3">
				<h2 class="text-base font-semibold">New here?</h2>
				<p class="mt-1 text-quiet">
					The first ten minutes go from a word to a report over the demo. Leave at any step, and take it up
					again.
				</p>
				<button class="quiet-action mt-1 -ml-2" data-begin-guide onclick={begin}
					>Begin the first ten minutes</button
				>
			</section>
		{/if}
		{#if isVisitor}<p class="text-quiet">
				You came by a link and read what it opens. With an account you can begin inquiries of your own and
				copy what you read. <a class="underline" href="/sign-in">Sign in</a>
			</p>{:else}<form onsubmit={make} class="space-y-3">
				<h2 class="text-base font-semibold">Begin an inquiry</h2>
				<label class="block">
					<span class="text-quiet">Short title</span>
					<input class="field mt-1 w-full" bind:value={title} required maxlength="200" />
				</label>
				<label class="block">
					<span class="text-quiet">Question</span>
					<textarea class="field mt-1 w-full" rows="4" bind:value={question} maxlength="10000"></textarea>
				</label>
				{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
				<button class="action">Begin</button>
			</form>
			<label class="block">
				<span class="font-semibold">Import an inquiry</span>
				<span class="mt-1 block text-quiet"
					>A whole inquiry as JSON, as Oakmoss gives it out; its
					<a class="underline" href="/api/v1/inquiry.schema.json">schema</a> is published.</span
				>
				<input class="mt-2 block w-full" type="file" accept=".json" onchange={takeIn} />
			</label>{/if}
	</div>
</main>
