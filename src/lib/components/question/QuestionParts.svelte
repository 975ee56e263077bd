<script lang="ts">
	import { tick } from 'svelte';
	import { Asked } from '$lib/client/asked.svelte';
	import { wordsOfConcept } from '$core/crosswalk';
	import { fold } from '$core/text/fold';
	import type { QuestionPart } from '$lib/server/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';
	import { counted } from '../parts/numbers';

	/** The parts of the question that indexes know and that are no concept yet, each one key from being one. */
	interface Props {
		text: string;
		/** @param takesFocus whether the keys go to the concept: there is no part left for them to stay at */
		onConcept: (name: string, takesFocus: boolean) => void;
	}
	let { text, onConcept }: Props = $props();
	const store = $derived(useInquiry()());
	const LONGEST = 2_000;

	const asked = new Asked<QuestionPart[]>(() =>
		text.trim() === '' || store.onlyReads
			? undefined
			: `/inquiry/${store.id}/question/parts?${new URLSearchParams({ text: text.slice(0, LONGEST) })}`
	);
	/** Names and words of concepts; what stands in one of them, or begins as a stem of them does, is taken already. */
	const taken = $derived(
		store.concepts.flatMap(({ id, name }) =>
			[name, ...wordsOfConcept(store.inquiry, id).map((word) => word.text)].map(fold)
		)
	);
	const isTaken = (part: string) =>
		taken.some((text) =>
			text.endsWith('*') ? part.startsWith(text.slice(0, -1)) : ` ${text} `.includes(` ${part} `)
		);
	const parts = $derived((asked.value ?? []).filter(({ text: part }) => !isTaken(part)));
	let list = $state<HTMLElement>();

	/** Makes a part a concept; the keys go on at the one that takes its place. */
	async function take(name: string, place: number) {
		onConcept(name, parts.length === 1);
		await tick();
		const left = list?.querySelectorAll('button') ?? [];
		left[Math.min(place, left.length - 1)]?.focus({ preventScroll: true });
	}

	const indexOf = (code: string) => store.columns.find((index) => index.code === code);
	const says = ({ indexes }: QuestionPart) =>
		indexes
			.map(
				({ code, label, records }) =>
					`${store.indexName(code)}: ${label ?? `no heading so called, ${counted(records, 'record')}`}`
			)
			.join('; ');
</script>

{#if parts.length > 0}
	<section aria-label="Parts of the question">
		<p class="text-quiet">Parts that the chosen indexes know. Take one to make it a concept:</p>
		<ul class="mt-1 flex flex-wrap gap-2" bind:this={list}>
			{#each parts as part, place (part.text)}
				<li>
					<button
						data-changes
						data-part={part.text}
						class="quiet-action flex items-center gap-1 border"
						onclick={() => void take(part.text, place)}
					>
						<span>{part.text}</span><span class="sr-only">, make it a concept. {says(part)}</span>
						<span class="flex" aria-hidden="true">
							{#each part.indexes as { code, label } (code)}
								{@const index = indexOf(code)}
								{#if index}<span class={label === undefined ? 'opacity-40' : ''}
										><IndexMark {index} size={14} /></span
									>{/if}
							{/each}
						</span>
					</button>
				</li>
			{/each}
		</ul>
		<p class="mt-1 text-xs text-quiet">A pale mark: no heading is called so there, but records say it.</p>
	</section>
{/if}
