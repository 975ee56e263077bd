<script lang="ts">
	import { page } from '$app/state';
	import { viewedAt, VIEWS, type View } from '../inquiry/addresses';

	/** How a result is looked at. */
	let { view }: { view: View } = $props();
	const SAYS: Record<View, string> = {
		list: 'List',
		composition: 'Composition',
		headings: 'Headings worth a look',
		words: 'Words'
	};
</script>

<nav class="flex min-w-0 gap-0.5 overflow-x-auto" aria-label="How to look at the records">
	{#each VIEWS as one (one)}
		<a
			href={viewedAt(page.url, one)}
			aria-current={one === view ? 'true' : undefined}
			class="rounded px-2 py-1 whitespace-nowrap text-quiet hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep"
			>{SAYS[one]}</a
		>
	{/each}
</nav>
