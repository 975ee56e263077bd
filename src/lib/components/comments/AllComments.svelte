<script lang="ts">
	import { page } from '$app/state';
	import { type Comment, inOrder, placeOfComment } from '$core/crosswalk';
	import { crosswalkAt, recordsAt, strategyAt } from '../inquiry/addresses';
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

	/** Where a comment belongs: what that is in words, and its address; nothing where it is gone. */
	function placeOf({ about }: Comment): { says: string; at: string } | undefined {
		const place = placeOfComment(about);
		if (!place) return undefined;
		const { kind, first, second } = place;
		const pick = kind === 'pick' ? store.inquiry.picks[first] : undefined;
		const [conceptId, code] = pick ? [pick.conceptId, pick.indexCode] : [first, second];
		const concept = store.inquiry.concepts[conceptId]?.name;
		switch (kind) {
			case 'cell':
			case 'pick': {
				if (concept === undefined) return undefined;
				const what = pick ? pick.headings.map(({ label }) => label).join(' with ') : concept;
				return {
					says: `${what} in ${store.indexName(code)}`,
					at: crosswalkAt({ id: store.id, concept: conceptId }, `${conceptId}:${code}`)
				};
			}
			case 'line':
				return {
					says: `the strategy of ${store.indexName(first)}`,
					at: strategyAt({ id: store.id, index: first })
				};
			case 'record':
				return {
					says: `a record of ${store.indexName(first)}`,
					at: recordsAt({ id: store.id, index: first }, first, { record: second })
				};
		}
	}
</script>

<ul class="space-y-3">
	{#each comments as comment (comment.id)}
		{@const place = placeOf(comment)}
		<CommentRow {comment} says={place?.says ?? 'what is there no more'} at={place?.at} {mayWrite} />
	{:else}
		<li class="text-quiet">
			No comments yet. Write them at a cell of the crosswalk, a line of a strategy, or a record.
		</li>
	{/each}
</ul>
