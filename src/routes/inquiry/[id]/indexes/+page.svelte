<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { ConceptMatches } from '$lib/server/crosswalk';
	import { counted, number } from '$lib/components/parts/numbers';
	import { crosswalkAt, displayAt, recordsAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	/** Which indexes are worth searching: what each is, and how much of it speaks of each concept. */
	const store = $derived(useInquiry()());
	const basis = $derived(
		JSON.stringify([store.concepts.map(({ name }) => name), Object.values(store.inquiry.words)])
	);
	const asked = new Asked<Record<string, Record<string, ConceptMatches>>>(() => {
		void basis;
		return `/inquiry/${store.id}/matches`;
	});
	const matches = $derived(asked.value);
	const problem = $derived(asked.fault);

	const chosen = $derived(store.inquiry.about.indexes);
	const inOrder = $derived([...store.columns, ...store.indexes.filter(({ code }) => !chosen.includes(code))]);
	const most = $derived(
		Math.max(
			1,
			...Object.values(matches ?? {}).flatMap((own) => Object.values(own).map(({ records }) => records))
		)
	);
	const total = (code: string) =>
		Object.values(matches?.[code] ?? {}).reduce((sum, { records }) => sum + records, 0);
	/** An index that nobody chose and that speaks of these concepts as much as those that are chosen do. */
	const surfaces = (code: string) => {
		const least = Math.min(...chosen.map(total).filter((n) => n > 0));
		return !chosen.includes(code) && total(code) > 0 && (chosen.length === 0 || total(code) >= least);
	};

	function choose(code: string, on: boolean) {
		store.send({
			kind: 'about.set',
			indexes: on ? [...chosen, code] : chosen.filter((other) => other !== code)
		});
	}
	function move(code: string, by: number) {
		const next = chosen.filter((other) => other !== code);
		next.splice(Math.max(0, chosen.indexOf(code) + by), 0, code);
		store.send({ kind: 'about.set', indexes: next });
	}
	const language = new Intl.DisplayNames('en', { type: 'language' });
	const named = (tag: string) => {
		try {
			return language.of(tag) ?? tag;
		} catch {
			return tag;
		}
	};
</script>

<svelte:head><title>Subject indexes · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="min-h-0 flex-1 overflow-y-auto">
	<div class="mx-auto max-w-6xl p-6">
		<div class="mb-3 flex items-baseline gap-4">
			<h1 class="text-base font-semibold">Subject indexes for this inquiry</h1>
			<span class="text-quiet">{chosen.length} of {store.indexes.length} chosen</span>
			<a class="quiet-action ml-auto" href="/indexes">Load vocabularies, make an index</a>
			<a class="action" href={crosswalkAt(placeOf(store))}>To the crosswalk</a>
		</div>
		{#if problem}<p class="text-warn" role="alert">
				The matches could not be counted. They come back with the next change.
			</p>{/if}
		<ul class="divide-y border-y">
			{#each inOrder as index (index.code)}
				{@const on = chosen.includes(index.code)}
				{@const own = matches?.[index.code]}
				<li
					class="grid gap-x-8 gap-y-2 py-4 md:grid-cols-[1fr_380px]"
					class:opacity-70={!on && !surfaces(index.code)}
				>
					<div>
						<p class="flex items-center gap-2">
							<IndexMark {index} size={24} />
							<span class="text-base font-semibold">{index.name}</span>
							<span class="text-quiet">{index.discipline}</span>
							{#if index.standIn}<span class="text-xs text-quiet">stand-in, made up for the demo</span>{/if}
							{#if surfaces(index.code)}<span class="rounded bg-wash px-1.5 text-xs text-lichen-deep"
									>worth a look: {counted(total(index.code), 'match', 'matches')} in its records</span
								>{/if}
						</p>
						<p class="mt-1 max-w-prose">{index.coverage || 'No coverage statement.'}</p>
						<p class="mt-1 text-xs text-quiet">
							{#if index.edition}
								{number(index.headings)}
								{index.headingNoun} with {counted(index.entryTerms, 'entry term')}, edition {index.edition}
								· {index.hierarchical ? 'a hierarchy' : 'a flat list'}
								· {index.languages.map(named).join(', ') || 'language not said'}
								· {index.hasChief ? 'marks chief headings' : 'no chief marking'}
							{:else}
								No vocabulary is loaded: headings are typed by hand.
							{/if}
						</p>
						<div class="mt-2 flex items-center gap-1">
							<button
								class={on ? 'quiet-action border' : 'action'}
								aria-pressed={on}
								onclick={() => choose(index.code, !on)}>{on ? 'Leave out' : 'Choose'}</button
							>
							{#if on}
								<button
									class="quiet-action"
									disabled={chosen[0] === index.code}
									aria-label="Move {index.name} up"
									onclick={() => move(index.code, -1)}>Up</button
								>
								<button
									class="quiet-action"
									disabled={chosen[chosen.length - 1] === index.code}
									aria-label="Move {index.name} down"
									onclick={() => move(index.code, 1)}>Down</button
								>
							{/if}
							{#if index.edition}<a class="quiet-action" href={displayAt(placeOf(store), index.code)}
									>Browse</a
								>{/if}
							{#if on && index.records > 0}<a
									class="quiet-action"
									href={recordsAt(placeOf(store), index.code, { whole: true, view: 'composition' })}
									>Who and where</a
								>{/if}
						</div>
					</div>
					{#if index.edition || index.records > 0}
						<div>
							<p class="mb-1 text-xs text-quiet">
								Records with the words of each concept, and headings that match
							</p>
							<ul class="text-xs">
								{#each store.concepts as concept (concept.id)}
									{@const count = own?.[concept.id]}
									<li class="relative flex justify-between gap-3 py-0.5">
										<span
											class="absolute inset-y-0.5 left-0 bg-wash"
											style="width: {((count?.records ?? 0) / most) * 100}%"
											aria-hidden="true"
										></span>
										<span class="relative px-1">{concept.name}</span>
										<span class="relative px-1"
											>{#if count}<span class="font-semibold">{number(count.records)}</span> records · {counted(
													count.headings,
													'heading'
												)}{:else}·{/if}</span
										>
									</li>
								{:else}
									<li class="text-quiet">No concepts yet.</li>
								{/each}
							</ul>
						</div>
					{/if}
				</li>
			{/each}
		</ul>
	</div>
</div>
