<script lang="ts">
	import { untrack } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { messages } from '../messages/messages.svelte';
	import { counted } from '../parts/numbers';
	import Select from '../parts/Select.svelte';
	import { Asking } from '../people/asking.svelte';

	/** Who is to decide what apart. */
	interface Props {
		id: string;
		people: readonly { id: string; name: string }[];
		onClose: () => void;
	}
	let { id, people, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	const asking = new Asking();
	let first = $state(untrack(() => people[0].id));
	let second = $state(untrack(() => people[1].id));
	let of = $state<'cells' | 'list'>('cells');
	/** Concepts and indexes that are left out. */
	let without = $state<string[]>([]);

	const options = $derived(people.map((one) => ({ value: one.id, says: one.name })));
	const concepts = $derived(store.concepts.filter((concept) => !without.includes(`concept ${concept.id}`)));
	const indexes = $derived(store.columns.filter(({ code }) => !without.includes(`index ${code}`)));
	const cells = $derived(
		concepts.flatMap((concept) => indexes.map(({ code }) => ({ conceptId: concept.id, indexCode: code })))
	);
	const works = $derived(Object.keys(store.inquiry.entries).length);
	const why = $derived(
		first === second
			? 'Choose two people.'
			: of === 'list' && works === 0
				? 'The reading list holds nothing yet.'
				: of === 'cells' && cells.length === 0
					? 'Choose the concepts and indexes to be decided.'
					: ''
	);

	function toggle(name: string) {
		without = without.includes(name) ? without.filter((other) => other !== name) : [...without, name];
	}

	async function begin(event: SubmitEvent) {
		event.preventDefault();
		if (why) return;
		const asked = of === 'list' ? { of } : { of, cells };
		if (!(await asking.send(`/inquiry/${id}/apart`, { ...asked, people: [first, second] }))) return;
		messages.say('Each of the two finds it among their inquiries, with nothing of it decided.');
		await invalidateAll();
		onClose();
	}
</script>

<form
	{@attach (form) => form.querySelector('button')?.focus()}
	class="mt-3 space-y-3 rounded border bg-leaf p-3"
	onsubmit={begin}
>
	<p class="flex flex-wrap items-center gap-2">
		<Select label="The first" value={first} {options} onChange={(chosen) => (first = chosen)} />
		and
		<Select label="The second" value={second} {options} onChange={(chosen) => (second = chosen)} />
		decide
	</p>
	<fieldset class="flex flex-wrap gap-x-4 gap-y-1">
		<legend class="sr-only">What they decide</legend>
		<label class="flex items-center gap-1"
			><input type="radio" name="of" value="cells" bind:group={of} /> cells of the crosswalk</label
		>
		<label class="flex items-center gap-1"
			><input type="radio" name="of" value="list" bind:group={of} /> the reading list
			<span class="text-quiet">{counted(works, 'work')}</span></label
		>
	</fieldset>
	{#if of === 'cells'}
		{#each [{ title: 'Of the concepts', kind: 'concept', all: store.concepts }, { title: 'In the indexes', kind: 'index', all: store.columns.map( ({ code, name }) => ({ id: code, name }) ) }] as part (part.kind)}
			<fieldset class="flex flex-wrap gap-x-4 gap-y-1">
				<legend class="font-medium">{part.title}</legend>
				{#each part.all as one (one.id)}
					{@const name = `${part.kind} ${one.id}`}
					<label class="flex items-center gap-1"
						><input type="checkbox" checked={!without.includes(name)} onchange={() => toggle(name)} />
						{one.name}</label
					>
				{/each}
			</fieldset>
		{/each}
	{/if}
	<p class="text-quiet">
		{of === 'cells'
			? `${counted(cells.length, 'cell')}, empty for both; the rest of the crosswalk is there to look at.`
			: 'Every work is open for both.'} Comments and sightings are left out, as they might tell.
	</p>
	<p class="flex items-center gap-2">
		<button class="action" disabled={why !== '' || asking.busy}>Begin</button>
		<button class="quiet-action" type="button" onclick={onClose}>Cancel</button>
		<span class="text-quiet">{why}</span>
	</p>
	{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
</form>
