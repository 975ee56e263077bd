<script lang="ts">
	import { goto } from '$app/navigation';
	import { type ListOrder, type ListPart, type ListProgress } from '$core/reading';
	import { readingListAt, type OfList } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted, number } from '../parts/numbers';
	import Select from '../parts/Select.svelte';

	/** How far the list is, and which of it is looked at. */
	interface Props {
		progress: ListProgress;
		wish: OfList;
		tags: readonly string[];
		/** When the last works came, in words. */
		freshSince: string;
	}
	let { progress, wish, tags, freshSince }: Props = $props();
	const store = $derived(useInquiry()());
	const at = (changes: OfList) => readingListAt(placeOf(store), { ...wish, work: undefined, ...changes });
	const show = (changes: OfList) =>
		void goto(at(changes), { keepFocus: true, noScroll: true, replaceState: true });
	const PARTS = $derived<[ListPart, string, number][]>([
		['all', 'all', progress.all],
		['open', 'open', progress.open],
		['keep', 'kept', progress.keep],
		['drop', 'dropped', progress.drop],
		...(progress.fresh > 0 ? [['fresh', 'new', progress.fresh] as [ListPart, string, number]] : [])
	]);
	const ORDERS: { value: ListOrder; says: string }[] = [
		{ value: 'added', says: 'as they came' },
		{ value: 'newest', says: 'latest year first' },
		{ value: 'oldest', says: 'earliest year first' },
		{ value: 'title', says: 'by title' },
		{ value: 'author', says: 'by author' },
		{ value: 'decided', says: 'decided last first' }
	];
</script>

<div class="border-b px-3 py-2">
	<p class="flex items-baseline gap-2" aria-live="polite">
		<span data-progress
			><span class="font-semibold">{number(progress.looked)} of {counted(progress.all, 'work')}</span> looked at</span
		>
	</p>
	<div
		class="mt-1 flex h-1.5 overflow-hidden rounded-full bg-shade"
		role="img"
		aria-label="{number(progress.keep)} kept, {number(progress.drop)} dropped, {number(progress.open)} open"
	>
		<span class="bg-lichen" style:width="{(100 * progress.keep) / Math.max(1, progress.all)}%"></span>
		<span class="bg-[var(--line)]" style:width="{(100 * progress.drop) / Math.max(1, progress.all)}%"></span>
	</div>
	<p class="mt-1.5 flex flex-wrap gap-x-3 text-[13px]" role="group" aria-label="Which works">
		{#each PARTS as [part, says, count] (part)}
			<a
				class="inline-flex min-h-6 items-center gap-1 hover:underline aria-[current]:font-semibold aria-[current]:text-lichen-deep"
				aria-current={wish.part === part || (part === 'all' && !wish.part) ? 'true' : undefined}
				href={at({ part })}
				>{says}
				{number(count)}{#if part === 'fresh'}, since {freshSince}{/if}</a
			>
		{/each}
	</p>
	<div class="mt-1.5 flex items-center gap-1.5">
		<input
			class="field min-w-0 flex-1 text-[13px]"
			type="search"
			placeholder="Find in the list"
			aria-label="Find in the list"
			data-find
			value={wish.find ?? ''}
			oninput={(event) => show({ find: event.currentTarget.value })}
		/>
		{#if tags.length > 0}
			<Select
				label="Tag"
				class="max-w-28 text-[13px]"
				value={wish.tag ?? ''}
				options={[{ value: '', says: 'any tag' }, ...tags.map((tag) => ({ value: tag, says: tag }))]}
				onChange={(tag) => show({ tag })}
			/>
		{/if}
		<Select
			label="Sort"
			class="text-[13px]"
			value={wish.order ?? 'added'}
			options={ORDERS}
			onChange={(order) => show({ order })}
		/>
	</div>
</div>
