<script lang="ts">
	import { splitQualifier } from '$core/text';

	/** A controlled heading, in the serif; its qualifier a little quieter. */
	let { label, retired = false }: { label: string; retired?: boolean } = $props();
	const parts = $derived(splitQualifier(label));
</script>

<span class="heading-voice" class:line-through={retired}
	>{parts.base}{#if parts.qualifier}{' '}<span class="text-quiet">({parts.qualifier})</span>{/if}</span
>
