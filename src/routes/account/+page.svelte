<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { messages } from '$lib/components/messages/messages.svelte';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { Asking } from '$lib/components/people/asking.svelte';
	import LeaveForGood from '$lib/components/people/LeaveForGood.svelte';
	import { programOf } from '$lib/components/people/programs';
	import Tokens from '$lib/components/people/Tokens.svelte';
	import NewPassword from '$lib/components/people/NewPassword.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	let { data } = $props();
	const asking = new Asking();
	let present = $state('');
	let password = $state('');
	let endTokens = $state(false);

	async function change(event: SubmitEvent) {
		event.preventDefault();
		if (!(await asking.send('/account/password', { present, password, endTokens }, 'PUT'))) return;
		const ended = endTokens && data.tokens.length > 0;
		present = password = '';
		endTokens = false;
		await invalidateAll();
		messages.say(
			`The password is changed. You are signed out everywhere else${ended ? ', and your tokens have ended' : ''}.`
		);
	}

	async function end(id: string) {
		if (await asking.send(`/account/sessions/${id}`, {}, 'DELETE')) await invalidateAll();
	}

	async function signOut(everywhere: boolean) {
		if (await asking.send('/account/sign-out', { everywhere })) location.assign('/sign-in');
	}
</script>

<svelte:head><title>Your account · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto w-full max-w-4xl space-y-8 p-6">
	<h1 class="text-xl font-semibold">{data.me?.name}</h1>
	{#if data.me?.alone}
		<p class="max-w-prose">
			You work alone here: nobody signs in, and Oakmoss answers this machine only. With accounts on, others
			can take part, and all that is here becomes that of the first administrator.
		</p>
	{:else}
		{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
		<section aria-labelledby="signed-in">
			<div class="flex items-baseline justify-between gap-4">
				<h2 id="signed-in" class="text-lg font-semibold">Sessions</h2>
				<p class="flex gap-1">
					<button class="quiet-action" onclick={() => signOut(false)}>Sign out</button>
					<button class="quiet-action" onclick={() => signOut(true)}>Sign out everywhere</button>
				</p>
			</div>
			<ul class="mt-2 divide-y border-y">
				{#each data.sessions as session (session.id)}
					<li class="flex min-h-10 items-center justify-between gap-4">
						<span
							>{programOf(session.program)}
							<span class="text-quiet">since {moment(session.since)}, seen {moment(session.seen)}</span></span
						>
						{#if session.isThis}<span class="text-quiet">here</span>
						{:else}<button class="quiet-action" onclick={() => end(session.id)}>Sign out</button>{/if}
					</li>
				{/each}
			</ul>
			<p class="mt-1 text-xs text-quiet">You are signed out after 30 days without a visit.</p>
		</section>
		<Tokens tokens={data.tokens} />
		<section aria-labelledby="password-title" class="max-w-md">
			<h2 id="password-title" class="text-lg font-semibold">Change password</h2>
			<form class="mt-2 space-y-4" onsubmit={change}>
				<Typed
					name="present"
					label="Current password"
					type="password"
					autocomplete="current-password"
					required
					bind:value={present}
				/>
				<NewPassword
					label="New password"
					says=". You are signed out everywhere else."
					bind:value={password}
					bind:endTokens={
						() => (data.tokens.length > 0 ? endTokens : undefined), (value) => (endTokens = value ?? false)
					}
				/>
				<button class="action" disabled={asking.busy}>Change password</button>
			</form>
		</section>
		<section aria-labelledby="own-data">
			<h2 id="own-data" class="text-lg font-semibold">Your data</h2>
			<p class="mt-1 max-w-prose">
				Your account without its secrets, what the administrators’ log says of you, and every inquiry you take
				part in, each as a document that can be taken in again:
				<a class="text-lichen-deep underline" href="/account/archive" download
					>Export all of it as one archive</a
				>.
			</p>
		</section>
		<LeaveForGood name={data.me?.name ?? ''} hasPassword={data.hasPassword} />
	{/if}
</main>
