<script lang="ts">
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import { invalidateAll } from '$app/navigation';
	import { moment } from '../inquiry/moment';
	import { messages } from '../messages/messages.svelte';
	import Menu from '../parts/Menu.svelte';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';
	import { Asking } from './asking.svelte';
	import { type InstallationRole, ROLES_SAID } from './roles';

	interface Props {
		person: { id: string; name: string; email: string | null; role: InstallationRole; seen: string | null };
	}
	let { person }: Props = $props();
	const asking = new Asking();
	let isRemoving = $state(false);

	async function set(role: InstallationRole) {
		if (!(await asking.send(`/people/of/${person.id}`, { role }, 'PUT'))) return;
		await invalidateAll();
		messages.say(`${person.name} is ${role} now.`);
	}

	async function signOut() {
		if (await asking.send(`/people/of/${person.id}/sessions`, undefined, 'DELETE'))
			messages.say(`${person.name} is signed out everywhere.`);
	}

	async function remove() {
		isRemoving = false;
		if (!(await asking.send(`/people/of/${person.id}`, {}, 'DELETE'))) return;
		await invalidateAll();
		messages.say(`The account of ${person.name} is removed.`);
	}
</script>

<li class="grid min-h-11 grid-cols-[1fr_auto_auto] items-center gap-3">
	<span
		><span class="font-medium">{person.name}</span>
		<span class="text-quiet"
			>{person.email}{person.seen ? `, here last ${moment(person.seen)}` : ', not here now'}</span
		>
		{#if asking.problem}<span class="block text-warn" role="alert">{asking.problem}</span>{/if}</span
	>
	<Select label="What {person.name} may do" value={person.role} options={ROLES_SAID} onChange={set} />
	<Menu
		label="More for {person.name}"
		items={[
			{ says: 'Sign out everywhere', run: signOut },
			{ says: 'Remove the account …', run: () => (isRemoving = true) }
		]}><Ellipsis size={16} aria-hidden="true" /></Menu
	>
</li>

<Panel bind:open={isRemoving} title="Remove the account of {person.name}">
	<p>
		{person.name} can no longer sign in. Inquiries that are theirs alone go; one that others take part in becomes
		the first editor’s. What they decided stays beside their name.
	</p>
	<p class="mt-4 flex gap-2">
		<button class="action" onclick={remove}>Remove it</button>
		<button class="quiet-action" onclick={() => (isRemoving = false)}>Keep it</button>
	</p>
</Panel>
