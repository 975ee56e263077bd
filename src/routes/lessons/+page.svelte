<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';

	/** Lessons to learn from, and those that one made. */
	let { data } = $props();
	let inquiry = $derived(data.inquiries[0]?.id ?? '');
	let title = $state('');
	let from = $state<'question' | 'beginning'>('question');
	let problem = $state('');

	async function call<T>(at: string, method: string, body: unknown = {}): Promise<T | undefined> {
		const { value, fault } = await ask<T>(at, { method, body });
		problem = fault ? inWords(fault, 'Your text is still here. Try again in a moment.') : '';
		return value;
	}
	async function make(event: SubmitEvent) {
		event.preventDefault();
		const body = { inquiry, title, ...(from === 'beginning' && { from: 0 }) };
		const made = await call<{ id: string }>('/api/v1/lessons', 'POST', body);
		if (made) await goto(`/lessons/${made.id}`);
	}
	async function takeIn(event: Event) {
		const field = event.currentTarget as HTMLInputElement;
		const text = await field.files?.[0]?.text();
		field.value = '';
		if (text === undefined) return;
		const made = await call<{ id: string }>('/api/v1/lessons', 'POST', text);
		if (made) await goto(`/lessons/${made.id}`);
	}
	async function begin(key: string) {
		const made = await call<{ inquiry: string }>(`/lessons/begin/${key}`, 'POST');
		if (made) await goto(`/inquiry/${made.inquiry}`);
	}
	async function remove(id: string, name: string) {
		if ((await call(`/api/v1/lessons/${id}`, 'DELETE')) === undefined) return;
		await invalidateAll();
		messages.say(`Deleted the lesson “${name}”. Its learners keep their inquiries.`);
	}
</script>

<svelte:head><title>Lessons · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto grid max-w-6xl gap-12 p-6 md:grid-cols-[1fr_320px]">
	<section class="min-w-0">
		<h1 class="mb-3 text-xl font-semibold">Lessons</h1>
		<ul class="divide-y border-y">
			{#each data.lessons as { id, title: name, steps, version, isAuthor, key, learners, own, step, changedAt } (id)}
				<li class="px-2 py-3">
					<p class="flex items-baseline gap-3">
						<span class="text-base font-semibold">{name}</span>
						<span class="ml-auto text-quiet">{counted(steps, 'step')}</span>
					</p>
					<p class="flex flex-wrap items-center gap-1 text-xs text-quiet">
						<span
							>{#if isAuthor}{version === 0
									? 'not given out yet'
									: `${key ? 'given out' : 'its link is taken back'}, version ${version}, ${counted(learners, 'learner')}`},
								changed {moment(changedAt)}{/if}{#if own !== null && step !== null}{isAuthor
									? '; '
									: ''}{step >= steps ? 'you came to its end' : `you are at step ${step + 1}`}{/if}</span
						>
						<span class="ml-auto"></span>
						{#if own}<a class="quiet-action border" href="/inquiry/{own}"
								>Go on with it<span class="sr-only">: {name}</span></a
							>
						{:else if key}<button class="quiet-action border" onclick={() => begin(key)}
								>Begin it<span class="sr-only">: {name}</span></button
							>{/if}
						{#if isAuthor}<a class="quiet-action" href="/lessons/{id}" aria-label="Open {name}">Open</a>
							<a
								class="quiet-action"
								href="/api/v1/lessons/{id}"
								download="{id}.json"
								aria-label="Export {name}">Export</a
							>
							<button class="quiet-action" onclick={() => remove(id, name)}
								>Delete<span class="sr-only"> {name}</span></button
							>{/if}
					</p>
				</li>
			{:else}
				<li class="py-6 text-quiet">
					No lesson yet. Make one of an inquiry, import one, or open the link that somebody gave you.
				</li>
			{/each}
		</ul>
	</section>
	<div class="min-w-0 space-y-8">
		{#if data.inquiries.length > 0}
			<form onsubmit={make} class="space-y-3">
				<h2 class="text-base font-semibold">Make a lesson</h2>
				<label class="block">
					<span class="text-quiet">Title</span>
					<input class="field mt-1 w-full" bind:value={title} required maxlength="200" />
				</label>
				<p>
					<span class="block text-quiet">Of which inquiry</span>
					<Select
						label="Inquiry"
						class="mt-1 w-full"
						value={inquiry}
						options={data.inquiries.map(({ id, title: says }) => ({ value: id, says }))}
						onChange={(id) => (inquiry = id)}
					/>
				</p>
				<p>
					<span class="block text-quiet">Learners begin with</span>
					<Select
						label="Learners begin with"
						class="mt-1 w-full"
						value={from}
						options={[
							{ value: 'question', says: 'the question alone' },
							{ value: 'beginning', says: 'the inquiry as it was begun' }
						]}
						onChange={(one) => (from = one)}
					/>
				</p>
				{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
				<button class="action">Make it</button>
			</form>
		{/if}
		<label class="block">
			<span class="font-semibold">Import a lesson</span>
			<span class="mt-1 block text-quiet"
				>A lesson as JSON, as Oakmoss gives it out; its
				<a class="underline" href="/api/v1/lesson.schema.json">schema</a> is published.</span
			>
			<input class="mt-2 block w-full" type="file" accept=".json" onchange={takeIn} />
		</label>
	</div>
</main>
