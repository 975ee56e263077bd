<script lang="ts">
	import { page } from '$app/state';
	import { type Comment, inOrder } from '$core/crosswalk';
	import { placeOfAbout } from '../inquiry/comment-places';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import CommentRow from './CommentRow.svelte';

	/** Everything that was said in an inquiry, each leading to what it is about: to this person first, settled last. */
	const store = $derived(useInquiry()());
	const mayWrite = $derived(page.data.role !== 'reader');
	const rank = ({ isSettled, mentions }: Comment) =>
		isSettled ? 2 : mentions.includes(page.data.me?.id ?? '') ? 0 : 1;
	const comments = $derived(
		inOrder(store.inquiry.comments)
			.reverse()
			.sort((a, b) => rank(a) - rank(b))
	);
</script>

<ul class="space-y-3">
	{#each comments as comment (comment.id)}
		{@const place = placeOfAbout(store, comment.about)}
		<CommentRow {comment} says={place?.says ?? 'what is there no more'} at={place?.at} {mayWrite} />
	{:else}
		<li class="text-quiet">
			No comments yet. Write them at a cell of the crosswalk, a line of a strategy, or a record.
		</li>
	{/each}
</ul>
