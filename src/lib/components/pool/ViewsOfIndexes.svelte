<script lang="ts">
	import type { PooledList } from '$lib/server/reading';
	import { recordsAt, type OfPool, type View } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** Headings and words belong to one index each: where those of the same records are, index by index. */
	let { parts, of }: { parts: PooledList['parts']; of: OfPool } = $props();
	const store = $derived(useInquiry()());
	const VIEWS: readonly [View, string][] = [
		['headings', 'Headings worth a look in'],
		['words', 'Words of their records in']
	];
	/** What has a value is kept to it in each index, too. */
	const filter = $derived(
		of.has ? [{ by: of.has, how: 'any' as const, values: [of.value ?? ''] }] : undefined
	);
	const at = (code: string, run: number | undefined, view: View) =>
		recordsAt(placeOf(store), code, { run, cql: of.cql, whole: of.whole, limited: of.limited, filter, view });
	const found = $derived(parts.filter(({ records }) => records > 0));
</script>

{#if found.length > 0}
	{#each VIEWS as [view, says] (view)}
		<p class="flex flex-wrap items-center gap-x-1 text-xs text-quiet">
			{says}
			{#each found as { code, run } (`${code} ${run}`)}
				<a class="inline-flex min-h-6 items-center px-0.5 underline" href={at(code, run, view)}
					>{store.indexName(code)}</a
				>
			{/each}
		</p>
	{/each}
{/if}
