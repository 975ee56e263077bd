<script lang="ts">
	import { ask } from '$lib/client/ask';

	/** Finds people and groups by their names, to share with. */
	interface Named {
		id: string;
		name: string;
	}
	interface Props {
		/** Who takes part already. */
		without: readonly string[];
		onTake: (kind: 'people' | 'groups', id: string, name: string) => void;
	}
	let { without, onTake }: Props = $props();
	let text = $state('');
	let found = $state<{ people: Named[]; groups: Named[] }>();
	let problem = $state('');
	let wait: ReturnType<typeof setTimeout> | undefined;

	function look() {
		clearTimeout(wait);
		const wanted = text.trim();
		if (wanted.length < 2) {
			found = undefined;
			return;
		}
		wait = setTimeout(async () => {
			const answer = await ask<{ people: Named[]; groups: Named[] }>(
				`/people/names?q=${encodeURIComponent(wanted)}`
			);
			problem = answer.fault?.message ?? '';
			// An answer to an earlier text says nothing of the present one.
			if (!answer.value || wanted !== text.trim()) return;
			found = answer.value;
		}, 150);
	}

	const offered = $derived(
		(['people', 'groups'] as const)
			.flatMap((kind) => (found?.[kind] ?? []).map((one) => ({ kind, one })))
			.filter(({ one }) => !without.includes(one.id))
	);

	function take(kind: 'people' | 'groups', { id, name }: Named) {
		onTake(kind, id, name);
		text = '';
		found = undefined;
	}
</script>

<div class="mt-3">
	<label class="block font-medium" for="find-people">Share it with</label>
	<input
		id="find-people"
		class="field mt-1 w-72"
		autocomplete="off"
		placeholder="the name of a person or a group"
		bind:value={text}
		oninput={look}
	/>
	<ul class="mt-1 w-72 empty:hidden" aria-label="Found">
		{#each offered as { kind, one } (kind + one.id)}
			<li>
				<button
					class="flex min-h-8 w-full items-center justify-between rounded px-2 text-left hover:bg-shade"
					onclick={() => take(kind, one)}
					>{one.name}{#if kind === 'groups'}<span class="text-quiet">a group</span>{/if}</button
				>
			</li>
		{/each}
	</ul>
	{#if found && offered.length === 0}
		<p class="mt-1 text-quiet">
			{found.people.length + found.groups.length > 0
				? 'Everybody of that name takes part already.'
				: 'Nobody of that name is here. An administrator can invite them.'}
		</p>
	{/if}
	{#if problem}<p class="mt-1 text-warn" role="alert">{problem}</p>{/if}
</div>
