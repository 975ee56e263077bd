<script lang="ts">
	import Lineage from '$lib/components/browse/Lineage.svelte';

	let { data } = $props();
	const index = $derived(data.indexes.find(({ code }) => code === data.code));
</script>

<svelte:head><title>{data.sheet.label} · {index?.name} · Oakmoss</title></svelte:head>

{#if index}<Lineage {index} sheet={data.sheet} />{/if}
