<script lang="ts">
	import UsersRound from '@lucide/svelte/icons/users-round';
	import { page } from '$app/state';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted } from '../parts/numbers';
	import Hint from '../parts/Hint.svelte';

	/** Who is here, and the way to who takes part. */
	let { person }: { person: string } = $props();
	const store = $derived(useInquiry()());
	const role = $derived(page.data.role as string | undefined);
	/** Others, each once, however many windows they have. */
	const others = $derived([
		...new Map(
			store.here.filter(({ person: id }) => id !== page.data.me?.id).map((one) => [one.person, one])
		).values()
	]);
	/** What was said to this person and is not settled. */
	const forMe = $derived(
		Object.values(store.inquiry.comments).filter(
			({ isSettled, mentions }) => !isSettled && mentions.includes(page.data.me?.id ?? '')
		).length
	);
</script>

<div class="flex shrink-0 items-center gap-1 text-xs">
	{#if role === 'reader'}<span class="text-quiet">you read it</span>{/if}
	{#if others.length > 0}
		<Hint says="{others.map(({ name }) => name).join(', ')} {others.length === 1 ? 'has' : 'have'} this open">
			{#snippet children(props)}<span {...props} class="flex max-w-40 items-center gap-1" data-here>
					<span class="size-1.5 shrink-0 rotate-45 bg-lichen" aria-hidden="true"></span>
					<span class="truncate"
						>{others[0].name}{others.length > 1 ? ` and ${counted(others.length - 1, 'other')}` : ''}</span
					>
				</span>{/snippet}
		</Hint>
	{/if}
	<a
		class="quiet-action !px-1.5"
		href="/inquiry/{store.id}/people"
		aria-label={forMe > 0 ? `People; ${counted(forMe, 'comment')} to you` : 'People'}
		><UsersRound size={16} aria-hidden="true" />{#if forMe > 0}<span
				class="rounded bg-wash px-1 font-semibold text-lichen-deep"
				aria-hidden="true">{forMe}</span
			>{/if}</a
	>
	{#if page.data.me?.role === 'visitor'}<a class="quiet-action" href="/sign-in">Sign in</a>
	{:else}<a class="quiet-action max-xl:hidden" href="/account">{person}</a>{/if}
</div>
