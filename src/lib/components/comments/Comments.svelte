<script lang="ts">
	import { page } from '$app/state';
	import { commentsOn, mentionedIn } from '$core/crosswalk';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import CommentRow from './CommentRow.svelte';

	/** What was said about something, and a field to say more. */
	interface Props {
		/** Everything that belongs here; what is said anew is about the first. */
		about: readonly string[];
		/** What each is, where there are several. */
		says?: (about: string) => string;
	}
	let { about, says = () => '' }: Props = $props();
	const store = $derived(useInquiry()());
	const comments = $derived(commentsOn(store.inquiry, about));
	const people = $derived((page.data.people ?? []) as { id: string; name: string }[]);
	const mayWrite = $derived(page.data.role !== 'reader');
	let text = $state('');
	/** Who is meant by what stands after the last @. */
	const begun = $derived(/@([^@\n]*)$/.exec(text)?.[1].toLowerCase());
	const offered = $derived(
		begun === undefined
			? []
			: people.filter(
					({ id, name }) =>
						id !== page.data.me?.id && name.toLowerCase().startsWith(begun) && name.toLowerCase() !== begun
				)
	);
	const own = $props.id();
	const field = $derived(`say-${own}`);

	function say(event: SubmitEvent) {
		event.preventDefault();
		const mentions = mentionedIn(text, people).map(({ id }) => id);
		if (store.send({ kind: 'comment.add', id: freshId(), about: about[0], text, mentions }) !== undefined)
			text = '';
	}

	function mention(name: string) {
		text = `${text.slice(0, text.lastIndexOf('@'))}@${name} `;
		document.getElementById(field)?.focus();
	}
</script>

<ul class="space-y-2 empty:hidden">
	{#each comments as comment (comment.id)}<CommentRow
			{comment}
			says={says(comment.about)}
			{mayWrite}
		/>{/each}
</ul>
{#if mayWrite}
	<form class="mt-2" onsubmit={say}>
		<label class="sr-only" for={field}>Write a comment</label>
		<textarea
			id={field}
			data-say
			class="field block min-h-14 w-full"
			maxlength="10000"
			placeholder="Write a comment; @ and a name notifies somebody"
			bind:value={text}
			onkeydown={(event) => {
				if (event.key === 'Enter' && (event.ctrlKey || event.metaKey))
					event.currentTarget.form?.requestSubmit();
			}}></textarea>
		{#if offered.length > 0}
			<p class="mt-1 flex flex-wrap gap-1">
				{#each offered.slice(0, 6) as person (person.id)}
					<button type="button" class="quiet-action !px-1.5" onclick={() => mention(person.name)}
						>@{person.name}</button
					>
				{/each}
			</p>
		{/if}
		{#if text.trim() !== ''}<button class="action mt-1">Comment</button>{/if}
	</form>
{:else if comments.length === 0}
	<p class="text-quiet">Nothing was said.</p>
{/if}
