<script lang="ts">
	import { describeLimit, type LimitSetting } from '$core/search';
	import type { StrategyView } from '$lib/server/search';
	import PearlsKeptOut from '../pearls/PearlsKeptOut.svelte';
	import Count from '../parts/Count.svelte';
	import LimitChooser from './LimitChooser.svelte';
	import type { StrategySession } from './strategy-session.svelte';

	/** The limits as gates: what each takes away, and whether that was labelled at all. */
	let { session }: { session: StrategySession } = $props();
	const view = $derived(session.view);
	const settings = $derived(session.settings);
	const shown = $derived(view.strategy.limits);
	type Limit = StrategyView['limits'][number];
	const definition = (field: string): Limit | undefined => view.limits.find((limit) => limit.field === field);
	const asSet = (limit: LimitSetting) => settings.limits.find(({ field }) => field === limit.field) ?? limit;
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
			{#if settings.lifted && settings.limits.length > 0}all lifted for now
			{:else if shown.length === 0}none: nothing is kept out by what it was labelled
			{:else}<Count
					n={view.yields?.withoutLimits ?? 0}
					at={session.at({ of: 'limits', which: 'without', id: '' })}
					says=""
				/> without them{/if}
		</span>
		<span class="ml-auto"></span>
		{#if settings.limits.length > 0}
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
					class="grid grid-cols-[minmax(0,1fr)_180px_212px_auto] items-center max-md:grid-cols-[minmax(0,1fr)_auto] max-md:[&>*:nth-child(2)]:hidden gap-x-3 border-t px-2 py-1 first:border-t-0"
				>
					<span>{words(limit)}</span>
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
					{#if !view.limitsInText.includes(limit.field)}<button
							data-changes
							class="quiet-action !py-0.5 text-xs"
							aria-label="Remove the limit {words(limit)}"
							onclick={() => session.removeLimit(limit.field)}>Remove</button
						>{:else}<span class="text-xs text-quiet">in the text</span>{/if}
				</li>
			{/each}
		</ul>
	{/if}
	{#each view.faults.filter((fault) => fault.field) as fault, i (i)}
		<p class="border-t bg-warn-wash px-2 py-1 text-warn">{fault.message}</p>
	{/each}
</section>
