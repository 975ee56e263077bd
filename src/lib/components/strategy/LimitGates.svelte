<script lang="ts">
	import { Popover } from 'bits-ui';
	import { describeLimit, type LimitSetting } from '$core/search';
	import type { StrategyView } from '$lib/server/search';
	import WordSwitch from '../parts/WordSwitch.svelte';
	import type { StrategySession } from './strategy-session.svelte';
	import { number } from '../parts/numbers';

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
	let chosen = $state('');
	let open = $state(false);
	const inHand = $derived(definition(chosen));
	const current = $derived(settings.limits.find(({ field }) => field === chosen));

	function toggle(value: string, on: boolean) {
		const before = current?.values ?? [];
		const values = on ? [...before, value] : before.filter((other) => other !== value);
		if (values.length === 0) session.removeLimit(chosen);
		else session.setLimit({ field: chosen, values });
	}

	let from = $state('');
	let to = $state('');
	let years = $state('5');
	const reversed = $derived(from !== '' && to !== '' && Number(from) > Number(to));
	function setRange() {
		if (reversed || (from === '' && to === '')) return;
		session.setLimit({
			field: chosen,
			...(from !== '' && { from: Number(from) }),
			...(to !== '' && { to: Number(to) })
		});
		open = false;
	}
	function setPeriod() {
		const lastYears = Number(years);
		if (!Number.isInteger(lastYears) || lastYears < 1) return;
		session.setLimit({ field: chosen, lastYears });
		open = false;
	}
	function choose(field: string) {
		chosen = field;
		const limit = settings.limits.find((other) => other.field === field);
		from = limit?.from === undefined ? '' : String(limit.from);
		to = limit?.to === undefined ? '' : String(limit.to);
	}
</script>

<section aria-label="Limits" class="rounded-lg border bg-leaf">
	<header class="flex items-baseline gap-3 border-b px-2 py-1">
		<h2 class="font-semibold">Limits</h2>
		<span class="text-xs text-quiet">
			{#if settings.lifted && settings.limits.length > 0}all lifted for now
			{:else if shown.length === 0}none: nothing is kept out by what it was labelled
			{:else}{number(view.yields?.withoutLimits ?? 0)} without them{/if}
		</span>
		<span class="ml-auto"></span>
		{#if settings.limits.length > 0}
			<button class="quiet-action !py-0.5 text-xs" onclick={() => session.set({ lifted: !settings.lifted })}
				>{settings.lifted ? 'Restore all limits' : 'Lift all limits'}</button
			>
		{/if}
		<Popover.Root bind:open>
			<Popover.Trigger class="quiet-action border !py-0.5 text-xs" onclick={() => (chosen = '')}
				>Set a limit</Popover.Trigger
			>
			<Popover.Portal>
				<Popover.Content
					class="z-30 max-h-[60vh] w-80 overflow-auto rounded-md border bg-leaf p-3"
					sideOffset={4}
					align="end"
					aria-label="Set a limit"
				>
					{#if !inHand}
						<p class="mb-1 text-xs text-quiet">What {session.store.indexName(session.code)} labels</p>
						<ul>
							{#each view.limits.filter(({ field }) => !view.limitsInText.includes(field)) as limit (limit.field)}
								<li>
									<button
										class="flex w-full items-baseline justify-between rounded px-1.5 py-1 text-left hover:bg-shade"
										onclick={() => choose(limit.field)}
										>{limit.label}<span class="text-xs text-quiet"
											>{limit.counts.length === 0
												? 'no record labelled'
												: `${limit.counts.length} values`}</span
										></button
									>
								</li>
							{/each}
						</ul>
					{:else}
						<p class="mb-2 flex items-baseline justify-between">
							<span class="font-semibold">{inHand.label}</span>
							<button class="quiet-action !py-0 text-xs" onclick={() => (chosen = '')}>Another limit</button>
						</p>
						{#if inHand.kind === 'number'}
							<div class="flex items-center gap-2">
								<input
									class="field w-20"
									type="number"
									placeholder="from"
									aria-label="{inHand.label} from"
									bind:value={() => from, (value) => (from = String(value ?? ''))}
								/>
								<span class="text-quiet">to</span>
								<input
									class="field w-20"
									type="number"
									placeholder="to"
									aria-label="{inHand.label} to"
									bind:value={() => to, (value) => (to = String(value ?? ''))}
								/>
								<button class="action" disabled={reversed || (from === '' && to === '')} onclick={setRange}
									>Set</button
								>
							</div>
							{#if reversed}<p class="mt-1 text-xs text-warn">
									From is later than to: nothing lies between.
								</p>{/if}
							{#if inHand.field === 'dc.date'}
								<div class="mt-2 flex items-center gap-2">
									<span>the last</span>
									<input
										class="field w-16"
										type="number"
										min="1"
										aria-label="So many years"
										bind:value={() => years, (value) => (years = String(value ?? ''))}
									/>
									<span>years</span>
									<button class="action" onclick={setPeriod}>Set</button>
								</div>
								<p class="mt-1 text-xs text-quiet">A run keeps the years that this meant on its day.</p>
							{/if}
						{:else}
							<p class="mb-1 text-xs text-quiet">Any of these</p>
							<ul class="flex flex-col gap-0.5">
								{#each inHand.counts as { value, size } (value)}
									<li class="flex items-baseline justify-between gap-2">
										<WordSwitch
											on={current?.values?.includes(value) ?? false}
											onChange={(on) => toggle(value, on)}
											>{inHand.kind === 'flag' ? (value === 'true' ? 'yes' : 'no') : value}</WordSwitch
										>
										<span class="text-xs text-quiet">{number(size)}</span>
									</li>
								{:else}<li class="text-quiet">No record here was labelled.</li>{/each}
							</ul>
						{/if}
					{/if}
				</Popover.Content>
			</Popover.Portal>
		</Popover.Root>
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
						{#if own}takes away {number(own.removes)}: {number(own.doesNotMatch)} do not match,
							<span class:text-warn={own.notLabelled > own.doesNotMatch}
								>{number(own.notLabelled)} not labelled</span
							>{:else}lifted{/if}
					</span>
					{#if !view.limitsInText.includes(limit.field)}<button
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
