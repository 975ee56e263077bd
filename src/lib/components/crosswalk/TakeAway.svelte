<script lang="ts">
	import { messages } from '../messages/messages.svelte';
	import { conceptAsText, plainList } from '$core/formats/concept-list';
	import { currentConcept } from '../inquiry/in-hand';
	import { toClipboard } from '../parts/clipboard';
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
		...(concept
			? [
					{
						says: 'Copy words and headings',
						note: `of ${concept.name}, index by index`,
						run: () => copy(conceptAsText(store.inquiry, concept.id, store.indexName), concept.name)
					},
					{
						says: 'Copy a plain list',
						note: `of ${concept.name}, a term a line`,
						run: () => copy(plainList(store.inquiry, [concept.id]), concept.name)
					}
				]
			: []),
		{
			says: 'Copy a plain list',
			note: 'of every concept that is searched',
			run: () =>
				copy(
					plainList(
						store.inquiry,
						store.concepts.filter(({ status }) => status !== 'waiting').map(({ id }) => id)
					),
					'every concept'
				)
		}
	]);

	function copy(text: string, of: string) {
		if (toClipboard(text)) messages.say(`Copied the words and headings of ${of}.`);
		else messages.warn('The browser did not let the text be copied.');
	}
</script>

<Menu label="Export the crosswalk" {items}>Export</Menu>
