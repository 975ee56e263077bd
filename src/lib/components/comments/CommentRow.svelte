<script lang="ts">
	import { page } from '$app/state';
	import type { Comment } from '$core/crosswalk';
	import { moment } from '../inquiry/moment';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** One thing that was said. */
	interface Props {
		comment: Comment;
		/** What it is about, where that does not go without saying. */
		says?: string;
		/** Where that is. */
		at?: string;
		mayWrite: boolean;
	}
	let { comment, says = '', at, mayWrite }: Props = $props();
	const store = $derived(useInquiry()());
	const people = $derived((page.data.people ?? []) as { id: string; name: string }[]);
	// What has just been said is ours until the server says so.
	const by = $derived(comment.by === '' ? page.data.me?.id : comment.by);
	const name = $derived(people.find(({ id }) => id === by)?.name ?? 'Somebody');
	const isForMe = $derived(comment.mentions.includes(page.data.me?.id ?? ''));
</script>

<li class="border-l-2 pl-2 {comment.isSettled ? 'text-quiet' : isForMe ? 'border-lichen' : ''}">
	<p class="text-xs text-quiet">
		<span class="font-medium">{name}</span>
		{comment.at === '' ? 'now' : moment(comment.at)}{says ? `, about ${says}` : ''}{isForMe
			? ', to you'
			: ''}{comment.isSettled ? ', settled' : ''}
	</p>
	<p class="break-words whitespace-pre-wrap">{comment.text}</p>
	{#if mayWrite || at}
		<p class="-ml-2 text-xs">
			{#if at}<a class="quiet-action" href={at}>Go there</a>{/if}
			{#if mayWrite}<button
					data-changes
					class="quiet-action"
					onclick={() => store.send({ kind: 'comment.set', id: comment.id, isSettled: !comment.isSettled })}
					>{comment.isSettled ? 'Reopen' : 'Resolve'}</button
				>{/if}
			{#if mayWrite && by === page.data.me?.id}<button
					data-changes
					class="quiet-action"
					onclick={() => store.send({ kind: 'comment.remove', id: comment.id })}>Delete</button
				>{/if}
		</p>
	{/if}
</li>
