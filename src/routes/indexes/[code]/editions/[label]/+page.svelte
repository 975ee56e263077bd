<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import SheetBody from '$lib/components/browse/SheetBody.svelte';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import HeadingText from '$lib/components/marks/HeadingText.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';
	import { counted, number } from '$lib/components/parts/numbers';
	import type { HeadingLine } from '$lib/server/browse';

	/** An edition browsed as it was, whether it is in use or not. */
	let { data } = $props();
	const sheet = $derived(data.view.sheet);
	const state = $derived(
		data.edition?.isCurrent ? 'in use' : data.edition?.held ? 'not in use yet' : 'not in use'
	);
	const at = (heading: string) =>
		`?${new URLSearchParams({ ...(data.typed && { q: data.typed }), heading })}`;
	const lookUp = (q: string) => goto(`?${new URLSearchParams(q ? { q } : {})}`, { keepFocus: true });
</script>

{#snippet headings(title: string, lines: readonly HeadingLine[])}
	{#if lines.length > 0}
		<div>
			<dt class="text-xs text-quiet">{title}</dt>
			<dd>
				{#each lines as { id, label, retired, recordCount } (id)}
					<span class="block"
						><a class="inline-block py-0.5 hover:underline" href={at(id)}><HeadingText {label} {retired} /></a
						>
						{#if recordCount > 0}<span class="text-xs text-quiet">{number(recordCount)}</span>{/if}</span
					>
				{/each}
			</dd>
		</div>
	{/if}
{/snippet}

<svelte:head
	><title>{sheet ? `${sheet.label} · ` : ''}{data.index?.name}, edition {data.view.label} · Oakmoss</title
	></svelte:head
>

<PlainBar />
<main class="mx-auto max-w-6xl space-y-4 p-6">
	<div class="flex flex-wrap items-center gap-3">
		{#if data.index}<IndexMark index={data.index} size={28} />{/if}
		<h1 class="text-xl font-semibold">{data.index?.name}, edition {data.view.label}</h1>
		<span class="text-quiet">{state}</span>
		<a class="quiet-action ml-auto" href="/indexes/{page.params.code}/editions">Editions</a>
	</div>
	<div class="grid gap-8 md:grid-cols-[320px_1fr]">
		<section aria-label="Headings">
			<label class="block"
				><span class="text-quiet">Look a word up in this edition</span>
				<input
					class="field mt-1 w-full"
					value={data.typed}
					onchange={(event) => void lookUp(event.currentTarget.value.trim())}
				/></label
			>
			<h2 class="mt-3 text-quiet">
				{data.typed ? counted(data.view.lines.length, 'match', 'matches') : 'Top headings'}
			</h2>
			<ul>
				{#each data.view.lines as { id, label, retired, recordCount } (id)}
					<li class="flex items-baseline gap-2 py-0.5">
						<a
							class="inline-block py-0.5 hover:underline"
							href={at(id)}
							aria-current={sheet?.id === id ? 'true' : undefined}><HeadingText {label} {retired} /></a
						>
						{#if recordCount > 0}<span class="text-xs text-quiet">{number(recordCount)}</span>{/if}
					</li>
				{:else}<li class="text-quiet">
						This edition has no heading for “{data.typed}”.
					</li>{/each}
			</ul>
			{#if data.view.more > 0}<p class="text-quiet">
					and {number(data.view.more)} more; look a word up.
				</p>{/if}
		</section>
		{#if sheet && data.index}
			<article class="space-y-3">
				<h2 class="text-lg"><HeadingText label={sheet.label} retired={sheet.retired} /></h2>
				<p class="text-quiet">
					{counted(sheet.recordCount, 'record')} now{sheet.narrowerCount > 0
						? `, ${number(sheet.recordCountWithNarrower)} with its narrower headings`
						: ''}
				</p>
				<SheetBody {sheet} index={data.index} {at} />
				<dl class="space-y-3">
					{@render headings('Broader', sheet.broader)}
					{@render headings('Narrower', sheet.narrower)}
				</dl>
			</article>
		{:else}
			<p class="text-quiet">Choose a heading to read its entry as it stands in this edition.</p>
		{/if}
	</div>
</main>
