<script lang="ts">
	import UsersRound from '@lucide/svelte/icons/users-round';
	import { page } from '$app/state';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** Who is here, and the way to who takes part. */
	let { person }: { person: string } = $props();
	const store = $derived(useInquiry()());
	const role = $derived(page.data.role as string | undefined);
</script>

<div class="flex shrink-0 items-center gap-1 text-xs">
	{#if role === 'reader'}<span class="text-quiet">you read it</span>{/if}
	<a class="quiet-action !px-1.5" href="/inquiry/{store.id}/people" aria-label="Who takes part"
		><UsersRound size={16} aria-hidden="true" /></a
	>
	{#if page.data.me?.role === 'visitor'}<a class="quiet-action" href="/sign-in">Sign in</a>
	{:else}<a class="quiet-action max-xl:hidden" href="/account">{person}</a>{/if}
</div>
