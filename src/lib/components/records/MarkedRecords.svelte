<script lang="ts">
	import { copyRecords } from '../citing/copying';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { takeOnto } from '../listing/list-records';
	import Menu from '../parts/Menu.svelte';
	import { counted } from '../parts/numbers';

	/** Actions with the records that are marked: they need not be kept first. */
	interface Props {
		indexCode: string;
		/** By what their index calls them. */
		marked: readonly string[];
		onLetGo: () => void;
	}
	let { indexCode, marked, onLetGo }: Props = $props();
	const store = $derived(useInquiry()());
	const FORMATS = [
		['ris', 'RIS'],
		['bib', 'BibTeX'],
		['json', 'CSL-JSON'],
		['csv', 'CSV']
	] as const;
	const fileAt = (format: string) =>
		`/inquiry/${store.id}/records/${indexCode}/marked.${format}?${new URLSearchParams({ ids: marked.join('\n') })}`;

	async function take() {
		const records = marked.map((record) => ({ indexCode, record }));
		if (await takeOnto(store, 'records', store.indexName(indexCode), { records })) onLetGo();
	}
</script>

<div
	class="flex flex-wrap items-center gap-1 border-t border-lichen bg-wash px-3 py-1 text-xs"
	role="region"
	aria-label="Marked records"
	data-marked={marked.length}
>
	<span class="font-semibold">{counted(marked.length, 'record')} marked</span>
	<span class="ml-auto"></span>
	<button
		class="quiet-action !py-0"
		onclick={() => void copyRecords(marked.map((id) => ({ index: indexCode, id })))}>Copy</button
	>
	<Menu
		label="Export the marked records"
		class="!py-0"
		items={FORMATS.map(([ending, says]) => ({
			says,
			file: { at: fileAt(ending), name: `records.${ending}` }
		}))}>Export</Menu
	>
	<button data-changes class="quiet-action !py-0" onclick={() => void take()}>Reading list</button>
	<button class="quiet-action !py-0" onclick={onLetGo}>Unmark all</button>
</div>
