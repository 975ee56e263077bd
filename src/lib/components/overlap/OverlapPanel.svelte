<script lang="ts">
	import Guarded from '$lib/components/parts/Guarded.svelte';
	import { Asked } from '$lib/client/asked.svelte';
	import { inWords } from '$lib/client/ask';
	import type { OverlapOfSets } from '$lib/server/reading';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { keepAsRun } from '../runs/keep-as-run';
	import Panel from '../parts/Panel.svelte';
	import OverlapPicture from './OverlapPicture.svelte';

	/** How the lines of a block, the blocks of a strategy, or runs overlap. */
	interface Props {
		title: string;
		/** Code of the index. */
		code: string;
		/** Which sets, as an address names them. */
		sets: string;
		onClose: () => void;
	}
	let { title, code, sets, onClose }: Props = $props();
	const store = $derived(useInquiry()());
	let open = $state(true);
	const overlap = new Asked<OverlapOfSets>(
		() => `/inquiry/${store.id}/overlap/${code}?among=${encodeURIComponent(sets)}&at=${store.followed}`,
		0
	);
	const at = (members: number[]) => recordsAt(placeOf(store), code, { among: { sets, members } });
	async function keep(members: number[]) {
		open = false;
		onClose();
		await keepAsRun(store, code, new URL(at(members), location.href).search);
	}
</script>

<Panel bind:open {title} wide {onClose}>
	{#if overlap.value}
		<Guarded name="The picture of the overlap"
			><OverlapPicture overlap={overlap.value} {at} onKeep={keep} /></Guarded
		>
	{:else if overlap.fault}
		<p class="text-warn">{inWords(overlap.fault, 'Nothing was changed.')}</p>
	{:else}<p class="text-quiet" role="status">Counting…</p>{/if}
</Panel>
