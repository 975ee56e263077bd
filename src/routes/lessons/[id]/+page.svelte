<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { SCREENS, taskInWords, type Step } from '$core/teaching';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { authoring } from '$lib/components/lessons/authoring.svelte';
	import LearnersTable from '$lib/components/lessons/LearnersTable.svelte';
	import { messages } from '$lib/components/messages/messages.svelte';

	/** A lesson as its author has it in hand: steps, link, learners. */
	let { data } = $props();
	const { lesson } = $derived(data);
	let steps = $derived<Step[]>(lesson.steps);
	let title = $derived(lesson.title);
	let problem = $state('');
	const indexName = (code: string) => data.indexes.find((index) => index.code === code)?.name ?? code;
	const isChanged = $derived(
		title !== lesson.title || JSON.stringify(steps) !== JSON.stringify(lesson.steps)
	);

	async function call<T>(at: string, method: string, body: unknown = {}): Promise<T | undefined> {
		const { value, fault } = await ask<T>(at, { method, body });
		problem = fault ? inWords(fault, 'What you wrote is still here. Try again in a moment.') : '';
		return value;
	}
	async function save(event: SubmitEvent) {
		event.preventDefault();
		const body = { revision: lesson.revision, title, steps: $state.snapshot(steps) };
		if (await call(`/lessons/${lesson.id}`, 'PATCH', body)) await invalidateAll();
	}
	async function giveOut(isOut: boolean) {
		const done = await call<{ version: number }>(`/lessons/${lesson.id}/given-out`, 'POST', {
			revision: lesson.revision,
			isOut
		});
		if (!done) return;
		await invalidateAll();
		messages.say(isOut ? `Given out as version ${done.version}.` : 'Its link leads nowhere now.');
	}
	async function walk() {
		const made = await call<{ inquiry: string }>(`/lessons/${lesson.id}/walk`, 'POST');
		if (made) await goto(`/inquiry/${made.inquiry}`);
	}
	async function addSteps() {
		if (!lesson.inquiryId) return;
		authoring.set({ lesson: lesson.id, inquiry: lesson.inquiryId, title: lesson.title });
		await goto(`/inquiry/${lesson.inquiryId}`);
	}
	const put = (at: number, step: Partial<Step>) =>
		(steps = steps.map((one, i) => (i === at ? { ...one, ...step } : one)));
	function move(at: number, by: -1 | 1) {
		const next = [...steps];
		[next[at], next[at + by]] = [next[at + by], next[at]];
		steps = next;
	}
	function withoutTask(at: number) {
		const { task: _, ...step } = steps[at];
		steps = steps.map((one, i) => (i === at ? step : one));
	}
	const link = $derived(lesson.key ? `${data.origin}/lessons/begin/${lesson.key}` : '');
</script>

<svelte:head><title>{lesson.title} · Lessons · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-4xl p-6">
	<p class="text-xs print:hidden"><a class="quiet-action -ml-2" href="/lessons">All lessons</a></p>
	<form onsubmit={save} aria-label="The lesson">
		<label class="block"
			><span class="sr-only">Title</span><input
				class="field mb-2 w-full text-lg font-semibold"
				bind:value={title}
				required
				maxlength="200"
			/></label
		>
		<p class="mb-3 flex flex-wrap items-center gap-2 print:hidden">
			{#if lesson.inquiryId}<button type="button" class="quiet-action border" onclick={addSteps}
					>Add steps in the inquiry</button
				>{/if}
			<button
				type="button"
				class="quiet-action border"
				disabled={isChanged || steps.length === 0}
				onclick={walk}>Walk it as a learner</button
			>
			<button
				type="button"
				class="quiet-action border"
				disabled={isChanged || steps.length === 0}
				onclick={() => giveOut(true)}
				>{lesson.version === 0 ? 'Give it out' : 'Give out a new version'}</button
			>
			{#if lesson.key}<button type="button" class="quiet-action" onclick={() => giveOut(false)}
					>Take the link back</button
				>{/if}
			<button type="button" class="quiet-action" onclick={() => window.print()}>Print</button>
			<span class="ml-auto"></span>
			<button class="action" disabled={!isChanged}>Save the lesson</button>
		</p>
		{#if problem}<p role="alert" class="mb-2 text-warn">{problem}</p>{/if}
		{#if link}<p class="mb-3 print:hidden">
				<span class="text-quiet">Link for learners, version {lesson.version}:</span>
				<code class="break-all">{link}</code>
			</p>{/if}
		<ol class="space-y-3">
			{#each steps as step, i (i)}
				<li class="rounded-lg border bg-leaf p-3">
					<p class="mb-1 flex flex-wrap items-baseline gap-2 text-xs text-quiet">
						<span>Step {i + 1}, on {SCREENS[step.place.screen]}</span>
						<span class="ml-auto"></span>
						<span class="print:hidden">
							{#if i > 0}<button type="button" class="quiet-action !py-0" onclick={() => move(i, -1)}
									>Up<span class="sr-only">: step {i + 1}</span></button
								>{/if}
							{#if i < steps.length - 1}<button
									type="button"
									class="quiet-action !py-0"
									onclick={() => move(i, 1)}>Down<span class="sr-only">: step {i + 1}</span></button
								>{/if}
							<button
								type="button"
								class="quiet-action !py-0"
								onclick={() => (steps = steps.filter((_, at) => at !== i))}
								>Delete<span class="sr-only"> step {i + 1}</span></button
							>
						</span>
					</p>
					<textarea
						class="field w-full"
						rows="2"
						aria-label="Words of step {i + 1}"
						value={step.text}
						oninput={({ currentTarget }) => put(i, { text: currentTarget.value })}
						maxlength="2000"
						required></textarea>
					{#if step.hint !== undefined}<p class="text-xs text-quiet">Hint: {step.hint}</p>{/if}
					{#if step.task}<p class="mt-1">
							<span class="text-quiet">Task:</span>
							{taskInWords(step.task, indexName)}
							<button
								type="button"
								class="quiet-action !py-0 text-xs print:hidden"
								onclick={() => withoutTask(i)}
								>Remove the task<span class="sr-only"> of step {i + 1}</span></button
							>
						</p>{/if}
					{#each lesson.doubts.filter((doubt) => doubt.step === i) as { says } (says)}
						<p class="text-xs text-warn">{says}</p>
					{/each}
				</li>
			{:else}
				<li class="py-4 text-quiet">
					No step yet. Go to the inquiry, do what you would show, and say a step on each screen.
				</li>
			{/each}
		</ol>
	</form>
	{#if data.learners.learners.length > 0}<LearnersTable
			view={data.learners}
			{steps}
			{indexName}
			concepts={lesson.concepts}
		/>{/if}
</main>
