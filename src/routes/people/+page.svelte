<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { Asking } from '$lib/components/people/asking.svelte';
	import Groups from '$lib/components/people/Groups.svelte';
	import LogOfPeople from '$lib/components/people/LogOfPeople.svelte';
	import PersonRow from '$lib/components/people/PersonRow.svelte';
	import { type InstallationRole, ROLES_SAID } from '$lib/components/people/roles';
	import Typed from '$lib/components/people/Typed.svelte';
	import Select from '$lib/components/parts/Select.svelte';
	import { counted } from '$lib/components/parts/numbers';

	let { data } = $props();
	const asking = new Asking();
	let email = $state('');
	let role = $state<InstallationRole>('member');
	let invited = $state('');

	async function invite(event: SubmitEvent) {
		event.preventDefault();
		if (!(await asking.send('/people/invitations', { email, role }))) return;
		invited = email;
		email = '';
		await invalidateAll();
	}

	async function takeBack(id: string) {
		if (await asking.send(`/people/invitations/${id}`, undefined, 'DELETE')) await invalidateAll();
	}
</script>

<svelte:head><title>People · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto w-full max-w-5xl space-y-8 p-6">
	<section aria-labelledby="people-title">
		<h1 id="people-title" class="text-xl font-semibold">People</h1>
		<p class="mt-1 text-quiet">
			{counted(data.people.length, 'person', 'people')} can sign in. Owners share their inquiries; administrators
			do not see into them.
		</p>
		<ul class="mt-3 divide-y border-y">
			{#each data.people as person (person.id)}<PersonRow {person} />{/each}
		</ul>
	</section>
	<section aria-labelledby="invite-title">
		<h2 id="invite-title" class="text-lg font-semibold">Invite somebody</h2>
		<form class="mt-2 flex flex-wrap items-end gap-3" onsubmit={invite}>
			<div class="w-72">
				<Typed
					name="email"
					label="Email"
					type="email"
					required
					maxlength={254}
					autocomplete="off"
					bind:value={email}
				/>
			</div>
			<Select label="As" value={role} options={ROLES_SAID} onChange={(next) => (role = next)} />
			<button class="action" disabled={asking.busy}>Send an invitation</button>
		</form>
		{#if asking.problem}<p class="mt-2 text-warn" role="alert">{asking.problem}</p>{/if}
		{#if invited}<p class="mt-2" role="status">An invitation for {invited} is in the outbox.</p>{/if}
		{#if data.invitations.length > 0}
			<ul class="mt-3 divide-y border-y">
				{#each data.invitations as invitation (invitation.id)}
					<li class="flex min-h-10 items-center justify-between gap-4">
						<span
							>{invitation.email}
							<span class="text-quiet"
								>as {invitation.role}, invited {moment(invitation.madeAt)}, until {moment(
									invitation.endsAt
								)}</span
							></span
						>
						<button class="quiet-action" onclick={() => takeBack(invitation.id)}>Withdraw</button>
					</li>
				{/each}
			</ul>
		{/if}
	</section>
	<Groups groups={data.groups} people={data.people} />
	<LogOfPeople log={data.log} />
</main>
