<script lang="ts">
	import { limitsForAll } from '$core/crosswalk';
	import { describeLimit, type LimitSetting } from '$core/search';
	import type { StrategyView } from '$lib/server/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import PearlsKeptOut from '../pearls/PearlsKeptOut.svelte';
	import Count from '../parts/Count.svelte';
	import { brief } from '../limits/limits-shown';
	import LimitChooser from './LimitChooser.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The limits as gates: what each takes away, and whether that was labelled at all. */
	let { session, index }: { session: StrategySession; index: IndexSummary } = $props();
	const view = $derived(session.view);
	const settings = $derived(session.settings);
	const shown = $derived(view.strategy.limits);
	type Limit = StrategyView['limits'][number];
	const definition = (field: string): Limit | undefined => view.limits.find((limit) => limit.field === field);
	const isOwn = (field: string) => settings.limits.some((limit) => limit.field === field);
	const forAll = $derived(limitsForAll(session.inquiry, session.code));
	const settingForAll = (field: string) => forAll.find(({ limit }) => limit.id === field)?.limit.setting;
	const asSet = (limit: LimitSetting) =>
		settings.limits.find(({ field }) => field === limit.field) ?? settingForAll(limit.field) ?? limit;
	/** Those that do not hold here, and why. */
	const notHere = $derived([
		...settings.limits.flatMap(({ isLifted, ...limit }) =>
			isLifted ? [{ limit, why: 'lifted', again: true, isOwn: true }] : []
		),
		...forAll.flatMap(({ limit: { id, setting }, standing }) => {
			if (view.notCarried.includes(id))
				return [
					{
						limit: setting,
						why: `set for all indexes; ${session.store.indexName(session.code)} does not label this`,
						again: false,
						isOwn: false
					}
				];
			return standing === 'lifted'
				? [{ limit: setting, why: 'set for all indexes; lifted here', again: true, isOwn: false }]
				: [];
		})
	]);
	const lift = (field: string, lifted: boolean) =>
		session.change({ kind: 'limit.lift', field, indexCode: session.code, lifted });
	const words = (limit: LimitSetting) => {
		const said = describeLimit(asSet(limit), definition(limit.field)?.label ?? limit.field);
		const set = asSet(limit);
		return set.lastYears === undefined ? said : `${said} (${limit.from} to ${limit.to})`;
	};

	const opens = (which: 'removes' | 'doesNotMatch' | 'notLabelled', id: string) =>
		session.at({ of: 'limit', which, id });
</script>

<section aria-label="Limits" class="rounded-lg border bg-leaf">
	<header class="flex items-baseline gap-3 border-b px-2 py-1">
		<h2 class="font-semibold">Limits</h2>
		<span class="text-xs text-quiet">
			{#if settings.lifted && shown.length > 0}all lifted for now
			{:else if shown.length === 0}none here: nothing is kept out by what it was labelled
			{:else}<Count
					n={view.yields?.withoutLimits ?? 0}
					at={session.at({ of: 'limits', which: 'without', id: '' })}
					says=""
				/> without them{/if}
		</span>
		<span class="ml-auto"></span>
		{#if settings.limits.length > 0 || shown.length > 0}
			<button
				data-changes
				class="quiet-action !py-0.5 text-xs"
				onclick={() => session.set({ lifted: !settings.lifted })}
				>{settings.lifted ? 'Restore all limits' : 'Lift all limits'}</button
			>
		{/if}
		<LimitChooser {session} />
	</header>
	{#if shown.length > 0}
		<ul class:opacity-55={settings.lifted}>
			{#each shown as limit, i (limit.field)}
				{@const own = settings.lifted ? undefined : view.yields?.limits[i]}
				{@const most = Math.max(1, view.yields?.withoutLimits ?? 1)}
				<li
					class="grid grid-cols-[minmax(0,1fr)_180px_212px_auto] items-center max-md:flex max-md:flex-wrap max-md:[&>*:nth-child(2)]:hidden gap-x-3 border-t px-2 py-1 first:border-t-0"
				>
					<span
						>{words(limit)}{#if !isOwn(limit.field) && settingForAll(limit.field)}<span
								class="block text-xs text-quiet">for all indexes</span
							>{:else if settingForAll(limit.field)}<span class="block text-xs text-quiet"
								>here instead of {brief(settingForAll(limit.field) ?? limit, [index])}</span
							>{/if}</span
					>
					<span class="relative h-2.5 bg-shade" aria-hidden="true">
						{#if own}
							<span
								class="absolute inset-y-0 left-0 bg-bark/60"
								style="width: {(100 * own.doesNotMatch) / most}%"
							></span>
							<span
								class="absolute inset-y-0 bg-[repeating-linear-gradient(45deg,var(--bark-quiet)_0_2px,transparent_2px_5px)]"
								style="left: {(100 * own.doesNotMatch) / most}%; width: {(100 * own.notLabelled) / most}%"
							></span>
						{/if}
					</span>
					<span class="text-xs">
						{#if own}takes away <Count n={own.removes} at={opens('removes', limit.field)} says="" />: <Count
								n={own.doesNotMatch}
								at={opens('doesNotMatch', limit.field)}
								after=" do not match"
								says=""
							/>,
							<span class:text-warn={own.notLabelled > own.doesNotMatch}
								><Count
									n={own.notLabelled}
									at={opens('notLabelled', limit.field)}
									after=" not labelled"
									says=""
								/></span
							><PearlsKeptOut
								pearls={session.keptOut('limit', limit.field)}
								code={session.code}
								says=" · keeps out "
							/>{:else}lifted{/if}
					</span>
					{#if view.limitsInText.includes(limit.field)}<span class="text-xs text-quiet">in the text</span>
					{:else}<span class="whitespace-nowrap"
							><button
								data-changes
								class="quiet-action !py-0.5 text-xs"
								aria-label="Lift the limit {words(limit)} here"
								onclick={() => lift(limit.field, true)}>Lift{isOwn(limit.field) ? '' : ' here'}</button
							>{#if isOwn(limit.field)}<button
									data-changes
									class="quiet-action !py-0.5 text-xs"
									aria-label="Remove the limit {words(limit)}"
									onclick={() => session.removeLimit(limit.field)}>Remove</button
								>{/if}</span
						>{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#if notHere.length > 0}
		<ul class="border-t text-quiet">
			{#each notHere as { limit, why, again, isOwn } (`${limit.field} ${isOwn}`)}
				<li class="flex items-baseline gap-2 px-2 py-1">
					<span>{brief(limit, [index])}</span>
					<span class="text-xs">{why}</span>
					<span class="ml-auto"></span>
					{#if again}<button
							data-changes
							class="quiet-action !py-0.5 text-xs"
							onclick={() => lift(limit.field, false)}>Hold it here again</button
						>{/if}{#if isOwn}<button
							data-changes
							class="quiet-action !py-0.5 text-xs"
							aria-label="Remove the limit {brief(limit, [index])}"
							onclick={() => session.removeLimit(limit.field)}>Remove</button
						>{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#each view.faults.filter((fault) => fault.field) as fault, i (i)}
		<p class="border-t bg-warn-wash px-2 py-1 text-warn">{fault.message}</p>
	{/each}
</section>
