<script lang="ts">
	import { rememberWhatIsShown } from '$lib/components/find/recent.svelte';
	import Lineage from '$lib/components/browse/Lineage.svelte';

	let { data } = $props();
	rememberWhatIsShown(() => ({
		kind: 'heading',
		indexCode: data.code,
		search: new URLSearchParams({ heading: data.sheet.uri }).toString(),
		says: data.sheet.label
	}));
	const index = $derived(data.indexes.find(({ code }) => code === data.code));
</script>

<svelte:head><title>{data.sheet.label} · {index?.name} · Oakmoss</title></svelte:head>

{#if index}<Lineage {index} sheet={data.sheet} />{/if}
