<script lang="ts">
	import { Popover } from 'bits-ui';
	import { messages } from '../messages/messages.svelte';
	import { conceptAsText } from '$core/formats/concept-list';
	import { currentConcept } from '../inquiry/in-hand';
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

<Popover.Root>
	<Popover.Trigger class="quiet-action">Take away</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content
			class="z-30 w-72 rounded-md border bg-leaf p-2"
			align="end"
			sideOffset={4}
			aria-label="Take the crosswalk away"
		>
			<ul>
				{#each FORMATS as [ending, name, says] (ending)}
					<li>
						<a
							class="flex items-baseline justify-between gap-3 rounded px-2 py-1 hover:bg-shade"
							href="/api/v1/inquiries/{store.id}/crosswalk.{ending}"
							download><span>{name}</span><span class="text-xs text-quiet">{says}</span></a
						>
					</li>
				{/each}
				<li class="mt-1 border-t pt-1">
					<a
						class="flex items-baseline justify-between gap-3 rounded px-2 py-1 hover:bg-shade"
						href="/api/v1/inquiries/{store.id}"
						download="{store.id}.json"
						><span>Whole inquiry</span><span class="text-xs text-quiet">JSON, with history</span></a
					>
				</li>
				{#if concept}
					<li>
						<button class="w-full rounded px-2 py-1 text-left hover:bg-shade" onclick={copy}
							>Copy words and headings of <span class="font-semibold">{concept.name}</span></button
						>
					</li>
				{/if}
			</ul>
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
