<script lang="ts">
	import type { Command } from '$core/crosswalk';
	import { ask } from '$lib/client/ask';
	import type { FormOfPerson, PersonForms } from '$lib/server/reading';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';

	/** The ways in which a person's name is written, each joined or not; what is said here is kept for the inquiry. */
	let { name }: { name: string } = $props();
	const store = $derived(useInquiry()());
	let known = $state.raw<PersonForms | null>(null);
	$effect(() => {
		void store.followed;
		let stale = false;
		void ask<PersonForms | null>(`/inquiry/${store.id}/person?${new URLSearchParams({ name })}`).then(
			({ value }) => {
				if (!stale && value !== undefined) known = value;
			}
		);
		return () => (stale = true);
	});
	const recordsOf = ({ of }: FormOfPerson) =>
		counted(
			of.reduce((sum, { count }) => sum + count, 0),
			'record'
		);
	function set({ key, says }: FormOfPerson, isJoined: boolean) {
		if (!known) return;
		const joined: Command = isJoined
			? { kind: 'name.set', id: key, to: known.key, says, toSays: known.name }
			: { kind: 'name.set', id: key, to: '', says };
		store.send(joined);
	}
</script>

{#if known && (known.forms.length > 1 || known.others.length > 0)}
	<section class="border-b bg-leaf px-3 py-1 print:hidden" aria-label="Forms of the name" data-forms>
		<p class="flex flex-wrap items-center gap-x-1 gap-y-0.5 text-xs">
			<span class="text-quiet">Taken for one person:</span>
			<span class="px-1.5 font-semibold">{known.name}</span>
			{#each known.forms.filter(({ key }) => key !== known?.key) as form (form.key)}
				<WordSwitch
					on
					more="{recordsOf(form)}. {known.byHand.includes(form.key)
						? 'Joined by hand.'
						: 'Joined by the rule for names.'} Press where it is somebody else."
					onChange={() => set(form, false)}>{form.says}</WordSwitch
				>
			{/each}
			{#if known.others.length > 0}
				<span class="ml-2 text-quiet">may be the same:</span>
				{#each known.others as form (form.key)}
					<WordSwitch
						on={false}
						more="{recordsOf(form)}. Press where it is the same person."
						onChange={() => set(form, true)}>{form.says}</WordSwitch
					>
				{/each}
			{/if}
		</p>
	</section>
{/if}
