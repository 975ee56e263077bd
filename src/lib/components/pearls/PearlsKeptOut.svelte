<script lang="ts">
	import { goto } from '$app/navigation';
	import type { PearlName } from '$lib/server/reading';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import Menu from '../parts/Menu.svelte';
	import { counted } from '../parts/numbers';

	/** Pearls that a part of the search loses, by name; each opens its record. */
	let { pearls, code, says = '' }: { pearls: readonly PearlName[]; code: string; says?: string } = $props();
	const store = $derived(useInquiry()());
</script>

{#if pearls.length > 0}<Menu
		class="!px-1 !py-0 !text-warn"
		label="{says}{counted(pearls.length, 'pearl')}: which"
		items={pearls.map(({ id, title }) => ({
			says: title || id,
			note: id,
			run: () => void goto(recordsAt(placeOf(store), code, { whole: true, record: id }))
		}))}>{says}{counted(pearls.length, 'pearl')}</Menu
	>{/if}
