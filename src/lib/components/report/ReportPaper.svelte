<script lang="ts">
	import type { Block, ReportDocument } from '$core/report';
	import { number } from '../parts/numbers';
	import ReportLine from './ReportLine.svelte';

	/** The report as it will print. */
	let { document }: { document: ReportDocument } = $props();
</script>

{#snippet block(own: Block)}
	{#if own.kind === 'heading'}<h3 id={own.id} class="mt-4 mb-1 text-[15px] font-semibold">{own.text}</h3>
	{:else if own.kind === 'text'}<p class="my-1.5 max-w-prose"><ReportLine line={own.line} /></p>
	{:else if own.kind === 'missing'}<p class="my-1.5 border-l-4 border-warn pl-2 text-warn">
			<ReportLine line={own.line} />
		</p>
	{:else if own.kind === 'list'}
		<ul class="my-1.5 space-y-1">
			{#each own.items as item, i (i)}<li class="max-w-prose pl-5 -indent-5">
					<ReportLine line={item} />
				</li>{/each}
		</ul>
	{:else if own.kind === 'code'}<pre
			class="my-1.5 border bg-paper p-2 text-xs break-words whitespace-pre-wrap">{own.text}</pre>
	{:else if own.kind === 'table'}
		<div class="my-2 overflow-x-auto">
			<table id={own.id} class="w-full border-collapse text-[13px]">
				<caption class="py-1 text-left italic">{own.caption}</caption>
				<thead
					><tr
						>{#each own.columns as { says, isNumber }, at (at)}<th
								scope="col"
								class="border-b-2 py-1 pr-3 align-bottom font-semibold {isNumber
									? 'text-right'
									: 'text-left'}">{says}</th
							>{/each}</tr
					></thead
				>
				<tbody>
					{#each own.rows as row, i (i)}<tr
							>{#each row as line, at (at)}<td
									class="border-b py-1 pr-3 align-top {own.columns[at]?.isNumber
										? 'text-right tabular-nums'
										: ''}"><ReportLine {line} /></td
								>{/each}</tr
						>{/each}
				</tbody>
			</table>
		</div>
	{:else}
		<figure id={own.id} class="my-3">
			<ol class="max-w-2xl">
				{#each own.steps as { says, count, from = [], left = [] }, i (i)}
					{#if i > 0}<li class="ml-[25%] h-4 border-l border-bark" aria-hidden="true"></li>{/if}
					<li class="grid grid-cols-2 gap-x-6">
						<div class="border border-bark px-3 py-1.5">
							{says}: <span class="font-semibold">{number(count)}</span>
							{#each from as line, at (at)}<span class="block pl-3 text-[13px] text-quiet"
									><ReportLine {line} /></span
								>{/each}
						</div>
						{#if left.length > 0}<div
								class="relative self-center border border-dashed border-quiet px-3 py-1.5 text-[13px]"
							>
								<span class="absolute top-1/2 right-full w-6 border-t border-quiet" aria-hidden="true"></span>
								{#each left as line, at (at)}<span class="block"><ReportLine {line} /></span>{/each}
							</div>{/if}
					</li>
				{/each}
			</ol>
			<figcaption class="mt-1 text-[13px] italic">{own.caption}</figcaption>
		</figure>
	{/if}
{/snippet}

<article
	class="report-paper mx-auto max-w-3xl bg-leaf px-10 py-8 font-serif print:bg-white print:p-0 text-[15px] leading-6"
>
	<h1 class="text-2xl leading-8 font-semibold">{document.title}</h1>
	<p class="mb-4 text-quiet">{document.byline}<br />{document.made}</p>
	{#each document.parts as { id, name, blocks } (id)}
		<section {id} aria-label={name} class="mt-7" data-part={id}>
			<h2 class="mb-2 border-b pb-0.5 text-lg font-semibold">{name}</h2>
			{#each blocks as own, i (i)}{@render block(own)}{/each}
		</section>
	{/each}
</article>
