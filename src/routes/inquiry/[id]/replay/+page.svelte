<script lang="ts">
	import { goto } from '$app/navigation';
	import { Asked } from '$lib/client/asked.svelte';
	import { logbookAt, replayAt } from '$lib/components/inquiry/addresses';
	import { placeOf } from '$lib/components/inquiry/in-hand';
	import { moment } from '$lib/components/inquiry/moment';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import { counted } from '$lib/components/parts/numbers';
	import Select from '$lib/components/parts/Select.svelte';
	import FiguresThen from '$lib/components/replay/FiguresThen.svelte';
	import { dayOf, daysOf, stepDay, type Moments } from '$lib/components/replay/moments';
	import PastCrosswalk from '$lib/components/replay/PastCrosswalk.svelte';

	/** The inquiry change by change: its crosswalk then, what the change did, and the figures then. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const replayed = $derived(data.replayed);
	const { revision, last, change } = $derived(replayed);
	const moments = new Asked<Moments>(() => `/inquiry/${store.id}/replay/moments?at=${last}`, 0);
	const days = $derived(moments.value ? daysOf(moments.value) : []);
	const day = $derived(dayOf(days, revision));

	/** Where the slider is, ahead of what is shown while it moves. */
	let wanted = $derived(revision);
	let waiting: ReturnType<typeof setTimeout> | undefined;
	const show = (at: number) =>
		goto(replayAt(placeOf(store), at), { keepFocus: true, noScroll: true, replaceState: true });
	function slideTo(at: number) {
		wanted = at;
		clearTimeout(waiting);
		// Who pulls the slider far does not wait for every moment on the way.
		waiting = setTimeout(() => void show(at), 60);
	}
	const stepTo = (at: number) => {
		const within = Math.max(0, Math.min(last, at));
		if (within !== wanted) slideTo(within);
	};

	$effect(() =>
		useKeys({
			title: 'Replay',
			keys: [
				{ shown: ['P'], does: 'Previous change', bind: 'p', run: () => stepTo(wanted - 1) },
				{ shown: ['N'], does: 'Next change', bind: 'n', run: () => stepTo(wanted + 1) },
				{
					shown: ['Shift P'],
					does: 'To the end of the day before',
					bind: 'Shift+p',
					run: () => stepTo(stepDay(days, wanted, -1))
				},
				{
					shown: ['Shift N'],
					does: 'To the end of the day, then of the next one',
					bind: 'Shift+n',
					run: () => stepTo(stepDay(days, wanted, 1))
				}
			]
		})
	);
</script>

<svelte:head><title>Replay · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="flex flex-wrap items-center gap-x-3 border-b px-3 py-1">
	<h1 class="font-semibold">Replay</h1>
	<span class="text-quiet" role="status"
		>{revision === 0
			? 'the beginning, before any change'
			: `after change ${revision} of ${last}`}{#if revision === last && last > 0}: as it is now{/if}</span
	>
	<span class="ml-auto"></span>
	<a class="quiet-action" href={logbookAt(placeOf(store))}>Logbook</a>
</div>
<div class="min-h-0 flex-1 overflow-auto">
	<PastCrosswalk {replayed} />
</div>
<section class="border-t bg-leaf px-3 py-2" aria-label="The change of the moment">
	<p class="min-h-5" data-change>
		{#if change}
			<span class="font-semibold" class:line-through={change.kind === 'do' && change.state !== 'standing'}
				>{change.summary}</span
			>
			<span class="text-xs text-quiet"
				>{change.person}, {moment(change.at)}{change.kind === 'do' && change.state !== 'standing'
					? '; undone later'
					: ''}</span
			>
		{:else if revision === 0}<span class="text-quiet"
				>{last === 0
					? 'Nothing has been changed in this inquiry yet.'
					: 'The inquiry as it was begun, or brought here.'}</span
			>
		{:else}<span class="text-quiet">This change came without its history.</span>{/if}
	</p>
	{#if change?.note || (change?.reasons.length ?? 0) > 0}
		<p class="line-clamp-2 text-xs text-quiet">
			{[...(change?.reasons ?? []), change?.note ?? ''].filter(Boolean).join(' · ')}
		</p>
	{/if}
	<FiguresThen {replayed} />
	<div class="mt-1.5 flex flex-wrap items-center gap-x-2 gap-y-1">
		<button class="quiet-action border" disabled={wanted === 0} onclick={() => stepTo(wanted - 1)}
			>Previous change</button
		>
		<input
			class="min-w-40 flex-1 accent-lichen"
			type="range"
			min="0"
			max={last}
			step="1"
			value={wanted}
			aria-label="Change"
			aria-valuetext={wanted === 0 ? 'the beginning' : `change ${wanted} of ${last}`}
			oninput={({ currentTarget }) => slideTo(Number(currentTarget.value))}
		/>
		<button class="quiet-action border" disabled={wanted === last} onclick={() => stepTo(wanted + 1)}
			>Next change</button
		>
		{#if days.length > 0}<Select
				label="Day"
				class="w-60"
				value={String(day?.last ?? 0)}
				options={[
					{ value: '0', says: 'the beginning' },
					...days.map(({ says, last: at, changes }) => ({
						value: String(at),
						says: `${says}: ${counted(changes, 'change')}`
					}))
				]}
				onChange={(at) => stepTo(Number(at))}
			/>{/if}
	</div>
	<p class="mt-1 text-xs text-quiet">
		Figures are worked out with today’s records and editions. A cell opens as it is now.
	</p>
</section>
