<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import HeadingText from '../marks/HeadingText.svelte';

	/** Headings of one vocabulary, taken out one by one and added by looking them up. */
	interface Named {
		id: string;
		label: string;
	}
	interface Props {
		/** What they are to the heading that is changed. */
		label: string;
		code: string;
		headings: Named[];
		/** The heading that is changed. */
		self: string;
	}
	let { label, code, headings = $bindable(), self }: Props = $props();
	let typed = $state('');
	let field: HTMLInputElement;
	const asked = new Asked<{ matches: { heading: Named }[] }>(
		() =>
			typed.trim() && `/api/v1/indexes/${code}/lookup?${new URLSearchParams({ q: typed.trim(), limit: '8' })}`
	);
	const offered = $derived(
		typed.trim() === ''
			? []
			: (asked.value?.matches ?? [])
					.map(({ heading }) => heading)
					.filter(
						({ id }, i, all) =>
							id !== self &&
							!headings.some((other) => other.id === id) &&
							all.findIndex((other) => other.id === id) === i
					)
	);

	function add(heading: Named) {
		headings = [...headings, { id: heading.id, label: heading.label }];
		typed = '';
		field.focus();
	}

	function onkeydown(event: KeyboardEvent) {
		if (event.key !== 'Enter' || typed.trim() === '') return;
		event.preventDefault();
		if (offered[0]) add(offered[0]);
	}
</script>

<div role="group" aria-label={label}>
	<span class="block text-quiet">{label}</span>
	<ul class="mt-1 flex flex-wrap gap-1.5 empty:hidden">
		{#each headings as heading (heading.id)}
			<li class="flex items-center gap-1 rounded-md border px-2">
				<HeadingText label={heading.label} />
				<button
					type="button"
					class="quiet-action !px-1 !py-0 text-xs"
					aria-label="Take out {heading.label}"
					onclick={() => (headings = headings.filter(({ id }) => id !== heading.id))}>Take out</button
				>
			</li>
		{/each}
	</ul>
	<input
		class="field mt-1 w-full"
		placeholder="Look a heading up to add it"
		aria-label="Add to {label.toLowerCase()}"
		bind:this={field}
		bind:value={typed}
		{onkeydown}
	/>
	{#if offered.length > 0}
		<ul class="mt-1 border-l-2 border-lichen pl-2">
			{#each offered as heading (heading.id)}
				<li>
					<button type="button" class="quiet-action !py-0" onclick={() => add(heading)}
						><HeadingText label={heading.label} /></button
					>
				</li>
			{/each}
		</ul>
	{:else if typed.trim() !== '' && asked.value}
		<p class="mt-1 text-xs text-quiet">No other heading answers to that.</p>
	{/if}
</div>
