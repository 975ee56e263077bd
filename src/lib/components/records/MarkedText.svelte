<script lang="ts">
	import { marksIn, type WordTest } from '$core/search';

	/** A text with the words marked that it was found by. */
	let { text, words }: { text: string; words: readonly WordTest[] } = $props();

	const pieces = $derived.by(() => {
		const found: { text: string; marked: boolean }[] = [];
		let at = 0;
		for (const { from, to } of marksIn(text, words)) {
			found.push({ text: text.slice(at, from), marked: false }, { text: text.slice(from, to), marked: true });
			at = to;
		}
		return [...found, { text: text.slice(at), marked: false }];
	});
</script>

{#each pieces as piece, i (i)}{#if piece.marked}<mark>{piece.text}</mark>{:else}{piece.text}{/if}{/each}
