<script lang="ts">
	import IndexMark from '../marks/IndexMark.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import KnownLine from './KnownLine.svelte';

	/** What a person, a place, a source or a funder is known for, index by index. */
	let { by, value }: { by: string; value: string } = $props();
	const store = $derived(useInquiry()());
</script>

<details open class="border-b bg-leaf px-3 py-1 print:hidden" data-known-everywhere>
	<summary class="cursor-pointer text-xs text-quiet">Known for, in each index</summary>
	<ul class="pb-1">
		{#each store.columns as index (index.code)}
			<li class="flex items-baseline gap-2 py-0.5">
				<span class="self-center"><IndexMark {index} size={16} label={index.name} /></span>
				<KnownLine {index} {by} {value} most={3} says="in {index.name}" />
			</li>
		{/each}
	</ul>
</details>
