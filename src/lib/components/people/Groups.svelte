<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { Asking } from './asking.svelte';
	import Typed from './Typed.svelte';

	/** Groups of people, with which inquiries are shared at once. */
	interface Named {
		id: string;
		name: string;
	}
	let { groups, people }: { groups: (Named & { people: Named[] })[]; people: Named[] } = $props();
	const asking = new Asking();
	let name = $state('');
	/** The group that is open to be changed. */
	let open = $state('');

	const put = async (group: { id?: string; name: string; people: string[] }) => {
		const done = await asking.send('/people/groups', group, 'PUT');
		if (done) await invalidateAll();
		return done !== undefined;
	};

	async function make(event: SubmitEvent) {
		event.preventDefault();
		if (await put({ name, people: [] })) name = '';
	}

	const withPerson = (group: Named & { people: Named[] }, id: string, isIn: boolean) => {
		const others = group.people.map((one) => one.id).filter((one) => one !== id);
		return put({ id: group.id, name: group.name, people: isIn ? [...others, id] : others });
	};

	async function remove(id: string) {
		if (await asking.send(`/people/groups/${id}`, undefined, 'DELETE')) await invalidateAll();
	}
</script>

<section aria-labelledby="groups-title">
	<h2 id="groups-title" class="text-lg font-semibold">Groups</h2>
	<ul class="mt-2 divide-y border-y empty:hidden">
		{#each groups as group (group.id)}
			<li class="py-2">
				<div class="flex items-baseline justify-between gap-4">
					<p>
						<span class="font-medium">{group.name}</span>
						<span class="text-quiet">{group.people.map((one) => one.name).join(', ') || 'nobody yet'}</span>
					</p>
					<p class="flex gap-1">
						<button
							class="quiet-action"
							aria-expanded={open === group.id}
							onclick={() => (open = open === group.id ? '' : group.id)}>Who is in it</button
						>
						<button class="quiet-action" onclick={() => remove(group.id)}>Remove</button>
					</p>
				</div>
				{#if open === group.id}
					<ul class="mt-2 grid grid-cols-2 gap-1 sm:grid-cols-3">
						{#each people as person (person.id)}
							<li>
								<label class="flex items-center gap-2"
									><input
										type="checkbox"
										checked={group.people.some((one) => one.id === person.id)}
										onchange={(event) => withPerson(group, person.id, event.currentTarget.checked)}
									/>{person.name}</label
								>
							</li>
						{/each}
					</ul>
				{/if}
			</li>
		{/each}
	</ul>
	{#if asking.problem}<p class="mt-2 text-warn" role="alert">{asking.problem}</p>{/if}
	<form class="mt-2 flex items-end gap-3" onsubmit={make}>
		<div class="w-72">
			<Typed name="group" label="A new group" required maxlength={100} autocomplete="off" bind:value={name} />
		</div>
		<button class="action" disabled={asking.busy}>Make it</button>
	</form>
</section>
