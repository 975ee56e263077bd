<script lang="ts">
	import type { Command } from '$core/crosswalk';
	import type { CitationFinding } from '$core/reading';
	import type { CheckedWork } from '$lib/server/reading';
	import { readingListAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted, number } from '../parts/numbers';
	import FindingRow from './FindingRow.svelte';

	/** What is probably wrong with the citations of a list, work by work. A mend is kept beside the record, never over it. */
	interface Props {
		found: { checked: number; wrong: number; works: CheckedWork[] };
	}
	let { found }: Props = $props();
	const store = $derived(useInquiry()());
	const nameOfMend = ({ rule, field, mend }: CitationFinding) => JSON.stringify([rule, field, mend]);
	/** Works by the mend that they are offered. */
	const alike = $derived.by(() => {
		const works = new Map<string, string[]>();
		for (const { id, findings } of found.works)
			for (const finding of findings)
				if (finding.mend !== undefined)
					works.set(nameOfMend(finding), [...(works.get(nameOfMend(finding)) ?? []), id]);
		return works;
	});
	const mendOf = (id: string, field: string, value: unknown): Command => ({
		kind: 'entries.set',
		ids: [id],
		mends: { ...store.inquiry.entries[id]?.mends, [field]: value }
	});
	function mendAll({ rule, field, mend: value }: CitationFinding) {
		const ids = alike.get(JSON.stringify([rule, field, value])) ?? [];
		store.send({
			kind: 'many',
			title: `Fixed the citations of ${counted(ids.length, 'work')}`,
			commands: ids.map((id) => mendOf(id, field, value) as never)
		});
	}
</script>

<p class="border-b px-4 py-2" aria-live="polite" data-wrong={found.wrong}>
	{#if found.wrong === 0}Nothing seems wrong with {counted(found.checked, 'citation')}.
	{:else}<span class="font-semibold">{number(found.wrong)} of {counted(found.checked, 'citation')}</span> may need
		a fix{/if}
	<span class="block text-xs text-quiet"
		>A fix is kept with the inquiry and used in exports. The record stays as it is.</span
	>
</p>
<ul class="min-h-0 flex-1 overflow-y-auto">
	{#each found.works as work (work.id)}
		<li class="border-b px-4 py-2" data-checked={work.id}>
			<p class="font-medium" dir="auto">
				<a class="hover:underline" href={readingListAt(placeOf(store), { work: work.id })}
					>{work.item.title || 'Without a title'}</a
				>
			</p>
			<ul class="text-[13px]">
				{#each work.findings as finding, i (i)}
					<FindingRow
						{work}
						{finding}
						alike={alike.get(nameOfMend(finding))?.length ?? 0}
						onMend={(field, value) => store.send(mendOf(work.id, field, value))}
						onMendAll={() => mendAll(finding)}
					/>
				{/each}
			</ul>
		</li>
	{/each}
	{#if found.works.length < found.wrong}<li class="px-4 py-2 text-quiet">
			The other {number(found.wrong - found.works.length)} follow once these are fixed.
		</li>{/if}
</ul>
