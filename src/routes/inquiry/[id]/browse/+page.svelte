<script lang="ts">
	import { wordsOfConcept } from '$core/crosswalk';
	import Lanes from '$lib/components/browse/Lanes.svelte';
	import TopHeadings from '$lib/components/browse/TopHeadings.svelte';
	import { lanesAt } from '$lib/components/inquiry/addresses';
	import PickTargetLine from '$lib/components/browse/PickTargetLine.svelte';
	import { rememberWhatIsShown } from '$lib/components/find/recent.svelte';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { pickTarget } from '$lib/components/inquiry/pick-target';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import FreeWord from '$lib/components/marks/FreeWord.svelte';

	let { data } = $props();
	const store = $derived(useInquiry()());
	rememberWhatIsShown(() =>
		data.query
			? {
					kind: 'word',
					indexCode: '',
					search: new URLSearchParams({ q: data.query }).toString(),
					says: data.query
				}
			: undefined
	);
	const target = $derived(pickTarget(store, data.query));
	const concept = $derived(target.concept);
	const words = $derived(concept ? wordsOfConcept(store.inquiry, concept.id) : []);
</script>

<svelte:head><title>{data.query ? `“${data.query}”` : 'Browse'} · Oakmoss</title></svelte:head>

<div
	class="relative flex shrink-0 *:shrink-0 items-baseline gap-2 overflow-x-auto border-b px-3 py-1.5 whitespace-nowrap"
>
	<h1 class="sr-only">Browse</h1>
	{#if concept}
		<PickTargetLine {target} query={data.query} />
		<span class="text-quiet">· words of <span class="font-semibold text-bark">{concept.name}</span>:</span>
		{#each words as word (word.id)}
			<a
				class="quiet-action !px-1.5 aria-[current]:bg-wash"
				aria-current={word.text === data.query ? 'true' : undefined}
				href={lanesAt({ ...placeOf(store), concept: concept.id }, word.text)}><FreeWord text={word.text} /></a
			>
		{:else}
			<span class="text-quiet">none yet</span>
		{/each}
	{:else}
		<span class="text-quiet">Picks go to a concept; this inquiry has none yet.</span>
	{/if}
</div>
{#each data.remarks as remark (remark)}
	<p class="border-b bg-warn-wash px-3 py-1 text-warn" role="status">{remark}</p>
{/each}
{#if data.query}
	<Lanes answers={data.answers} query={data.query} />
{:else}
	<TopHeadings tops={data.tops} />
{/if}
