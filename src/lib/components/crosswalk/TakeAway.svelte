<script lang="ts">
	import { messages } from '../messages/messages.svelte';
	import { conceptAsText } from '$core/formats/concept-list';
	import { currentConcept } from '../inquiry/in-hand';
	import Menu from '../parts/Menu.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** The crosswalk as files, and one concept as plain lines. */
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const FORMATS = [
		['sssom.tsv', 'SSSOM', 'mappings, for other tools'],
		['ttl', 'SKOS in Turtle', 'mapping relations'],
		['jsonld', 'SKOS in JSON-LD', 'mapping relations'],
		['csv', 'CSV', 'a row a pick'],
		['xlsx', 'XLSX', 'a workbook'],
		['json', 'JSON', 'every cell']
	] as const;

	const items = $derived([
		...FORMATS.map(([ending, says, note]) => ({
			says,
			note,
			file: { at: `/api/v1/inquiries/${store.id}/crosswalk.${ending}` }
		})),
		{
			says: 'Whole inquiry',
			note: 'JSON, with history',
			file: { at: `/api/v1/inquiries/${store.id}`, name: `${store.id}.json` }
		},
		...(concept ? [{ says: 'Copy words and headings', note: `of ${concept.name}`, run: copy }] : [])
	]);

	async function copy() {
		if (!concept) return;
		try {
			await navigator.clipboard.writeText(conceptAsText(store.inquiry, concept.id, store.indexName));
			messages.say(`Copied the words and headings of ${concept.name}.`);
		} catch {
			messages.warn('The browser did not let the text be copied.');
		}
	}
</script>

<Menu label="Take away the crosswalk" {items}>Take away</Menu>
