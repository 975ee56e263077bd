<script lang="ts">
	import { Asking } from './asking.svelte';
	import Typed from './Typed.svelte';

	/** Ends one's own account, once it is said what stays. */
	interface Props {
		name: string;
		/** Whoever signs in elsewhere has none here. */
		hasPassword: boolean;
	}
	let { name, hasPassword }: Props = $props();
	const asking = new Asking();
	let isOpen = $state(false);
	// svelte-ignore state_referenced_locally (the present name is where one begins)
	let calledAs = $state(name);
	let present = $state('');

	async function leave(event: SubmitEvent) {
		event.preventDefault();
		if (await asking.send('/account/me', { calledAs, present }, 'DELETE')) location.assign('/sign-in');
	}
</script>

<section aria-labelledby="leave-title" class="max-w-prose">
	<h2 id="leave-title" class="text-lg font-semibold">Leave Oakmoss</h2>
	{#if !isOpen}
		<button class="quiet-action mt-1" onclick={() => (isOpen = true)}>Remove the account …</button>
	{:else}
		<p class="mt-1">
			Your address, passwords, sessions and tokens are removed. Inquiries that are yours alone go with them;
			one that others take part in becomes theirs, the first editor’s. What you decided in inquiries of others
			stays, beside a name:
		</p>
		<form class="mt-3 space-y-3" onsubmit={leave}>
			<Typed
				name="called-as"
				label="The name that stays"
				required
				maxlength={100}
				says="Yours, or a pseudonym."
				bind:value={calledAs}
			/>
			{#if hasPassword}<Typed
					name="leave-password"
					label="Your password"
					type="password"
					autocomplete="current-password"
					required
					says="So that it is known to be you."
					bind:value={present}
				/>{/if}
			{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
			<p class="flex gap-2">
				<button class="action" disabled={asking.busy}>Remove the account</button>
				<button type="button" class="quiet-action" onclick={() => (isOpen = false)}>Keep it</button>
			</p>
		</form>
	{/if}
</section>
