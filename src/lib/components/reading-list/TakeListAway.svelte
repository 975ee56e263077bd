<script lang="ts">
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Menu from '../parts/Menu.svelte';
	import { counted } from '../parts/numbers';

	/** The list as files, as a message, or on paper. */
	interface Props {
		/** How many works were kept. */
		kept: number;
		onSend: () => void;
		onPrint: () => void;
	}
	let { kept, onSend, onPrint }: Props = $props();
	const store = $derived(useInquiry()());
	const FORMATS = { ris: 'RIS', bib: 'BibTeX', json: 'CSL-JSON', csv: 'CSV' };
	const file = (ending: string, more: string) => ({
		at: `/api/v1/inquiries/${store.id}/reading-list.${ending}${more}`
	});
</script>

<Menu
	label="Export the list"
	items={[
		...Object.entries(FORMATS).map(([ending, format]) => ({
			says: `Kept works as ${format}`,
			note: counted(kept, 'work'),
			file: file(ending, '?decision=keep')
		})),
		{
			says: 'Kept works as RIS',
			note: 'without abstracts and headings',
			file: file('ris', '?decision=keep&abstracts=no&headings=no')
		},
		{ says: 'All works as CSV', note: 'with their headings', file: file('csv', '') },
		{ says: 'Send works…', note: 'as a message in the outbox', run: onSend },
		{ says: 'Print the works shown', note: 'with what was decided', run: onPrint }
	]}>Export</Menu
>
