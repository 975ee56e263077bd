<script lang="ts">
	/** A word that people typed: in the sans, in quotation marks, and named as such. */
	let { text }: { text: string } = $props();
</script>

<span class="break-words"><span class="sr-only">free-text word </span>“{text}”</span>
