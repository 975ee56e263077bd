<script lang="ts">
	import type { Step } from '$core/teaching';
	import type { LearnersView } from '$lib/server/teaching';

	/** Who learns, by step, and what they picked in each cell. */
	interface Props {
		view: LearnersView;
		steps: readonly Step[];
		indexName: (code: string) => string;
		/** Names of concepts by their identifiers. */
		concepts: Readonly<Record<string, string>>;
	}
	let { view, steps, indexName, concepts }: Props = $props();
	const SIGNS = { 'not begun': '', begun: 'tried', done: 'done', passed: 'passed' } as const;
	const cells = $derived.by(() => {
		const byCell = new Map<string, LearnersView['choices']>();
		for (const choice of view.choices) {
			const name = `${concepts[choice.conceptId] ?? 'a concept of their own'}, ${indexName(choice.indexCode)}`;
			byCell.set(name, [...(byCell.get(name) ?? []), choice]);
		}
		return [...byCell];
	});
</script>

<section class="mt-8" aria-label="Learners">
	<h2 class="mb-2 text-base font-semibold">Learners</h2>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div class="overflow-x-auto" tabindex="0" role="region" aria-label="Learners by step">
		<table class="w-full text-xs">
			<thead>
				<tr class="border-b text-left text-quiet">
					<th class="py-1 pr-2 font-normal">who</th>
					{#each steps as _, i (i)}<th class="px-1 font-normal">{i + 1}</th>{/each}
				</tr>
			</thead>
			<tbody>
				{#each view.learners as { name, states, step, begunAt }, i (`${i} ${begunAt}`)}
					<tr class="border-b">
						<th class="py-1 pr-2 text-left font-normal whitespace-nowrap">{name ?? `learner ${i + 1}`}</th>
						{#each steps as _, at (at)}<td class="px-1" class:bg-wash={step === at}
								>{SIGNS[states[at] ?? 'not begun']}{#if step === at}<span class="sr-only">
										(is here)</span
									>{/if}</td
							>{/each}
					</tr>
				{/each}
				<tr class="text-quiet">
					<th class="py-1 pr-2 text-left font-normal">done · passed</th>
					{#each view.steps as { done, passed }, i (i)}<td class="px-1">{done} · {passed}</td>{/each}
				</tr>
				<tr class="text-quiet">
					<th class="py-1 pr-2 text-left font-normal">median minutes</th>
					{#each view.steps as { minutes }, i (i)}<td class="px-1"
							>{minutes === null ? '–' : minutes < 1 ? '<1' : Math.round(minutes)}</td
						>{/each}
				</tr>
			</tbody>
		</table>
	</div>
	{#if cells.length > 0}
		<h3 class="mt-4 mb-1 font-semibold">What they picked</h3>
		<dl>
			{#each cells as [name, choices] (name)}
				<div class="flex flex-wrap gap-x-2 border-t py-1">
					<dt class="w-64 shrink-0 text-quiet">{name}</dt>
					<dd>{choices.map(({ label, learners }) => `${label} (${learners})`).join(', ')}</dd>
				</div>
			{/each}
		</dl>
	{/if}
</section>
