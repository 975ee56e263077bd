<script lang="ts">
	import { ask } from '$lib/client/ask';
	import type { StyleSummary } from '$lib/server/records';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';
	import { styleInUse } from './style-in-use.svelte';

	/** Which of the published citation styles is cited in, and in which language its words are. */
	interface Props {
		common: readonly StyleSummary[];
		/** Tags of the languages there are. */
		locales: readonly string[];
		/** Told once another is chosen. */
		onChoose: () => void;
	}
	let { common, locales, onChoose }: Props = $props();
	const now = $derived(styleInUse.now);
	let open = $state(false);
	let find = $state('');
	let found = $state.raw<StyleSummary[]>([]);
	const FAMILIES = ['author–date', 'numeric', 'notes'] as const;
	const languages = new Intl.DisplayNames('en', { type: 'language' });

	async function look() {
		const wanted = find.trim();
		if (wanted === '') return void (found = []);
		const { value } = await ask<StyleSummary[]>(`/citation-styles?${new URLSearchParams({ q: wanted })}`);
		if (value && wanted === find.trim()) found = value;
	}
	function choose({ id, name }: StyleSummary) {
		styleInUse.set({ id, name });
		open = false;
		onChoose();
	}
</script>

{#snippet styles(list: readonly StyleSummary[])}
	<ul>
		{#each list as style (style.id)}<li>
				<button
					class="w-full rounded px-2 py-0.5 text-left hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold"
					aria-current={style.id === now.id ? 'true' : undefined}
					data-style={style.id}
					onclick={() => choose(style)}>{style.name}</button
				>
			</li>{/each}
	</ul>
{/snippet}

<button
	class="quiet-action max-w-80 border"
	aria-label="Citation style: {now.name}"
	onclick={() => (open = true)}><span class="truncate">{now.name}</span></button
>
<Select
	label="Language"
	value={now.locale}
	options={[
		{ value: '', says: 'language of the style' },
		...locales.map((tag) => ({ value: tag, says: languages.of(tag) ?? tag }))
	]}
	onChange={(locale) => {
		styleInUse.set({ locale });
		onChoose();
	}}
/>
<Panel bind:open title="Citation style">
	<input
		class="field w-full"
		type="search"
		placeholder="Find any published style: a journal, a university, a house"
		aria-label="Find a published style"
		bind:value={find}
		oninput={() => void look()}
	/>
	{#if find.trim() !== ''}
		<div class="mt-3" aria-live="polite">
			{@render styles(found)}
			{#if found.length === 0}<p class="px-2 text-quiet">No published style has that name.</p>{/if}
		</div>
	{:else}
		{#each FAMILIES as family (family)}
			<h3 class="mt-3 mb-0.5 font-semibold">
				{{ 'author–date': 'Author and date in the text', numeric: 'Numbers in the text', notes: 'Notes' }[
					family
				]}
			</h3>
			{@render styles(common.filter((style) => style.family === family))}
		{/each}
	{/if}
</Panel>
