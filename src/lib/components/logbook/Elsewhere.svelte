<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { askRuns } from '../runs/ask-runs';

	/** A search that was made in an index's own search box, logged by hand. */
	let { onClose }: { onClose: () => void } = $props();
	const store = $derived(useInquiry()());
	let open = $state(true);
	// svelte-ignore state_referenced_locally (the first is only a start)
	let indexCode = $state(store.columns[0]?.code ?? '');
	let at = $state(new Date().toISOString().slice(0, 10));
	let text = $state('');
	let count = $state<number | null>(null);
	let note = $state('');

	async function save(event: SubmitEvent) {
		event.preventDefault();
		const made = await askRuns(`/inquiry/${store.id}/runs`, {
			body: { kind: 'elsewhere', indexCode, at, text, count, note }
		});
		if (!made) return;
		await invalidateAll();
		onClose();
	}
</script>

<Panel bind:open title="Log a search made elsewhere" {onClose}>
	<form class="flex flex-col gap-3" onsubmit={save}>
		<div class="flex gap-4">
			<div class="flex flex-col gap-1">
				<span>Subject index</span>
				<Select
					class="min-h-8"
					label="Subject index"
					value={indexCode}
					options={store.columns.map(({ code, name }) => ({ value: code, says: name }))}
					onChange={(code) => (indexCode = code)}
				/>
			</div>
			<label class="flex flex-col gap-1"
				><span>Day</span><input class="field" type="date" required bind:value={at} /></label
			>
			<label class="flex flex-col gap-1"
				><span>Records found</span><input
					class="field w-28"
					type="number"
					min="0"
					required
					bind:value={count}
				/></label
			>
		</div>
		<label class="flex flex-col gap-1"
			><span>The exact text</span><textarea class="field h-32 font-mono text-xs" required bind:value={text}
			></textarea></label
		>
		<label class="flex flex-col gap-1"
			><span>Note</span><input class="field" maxlength="2000" bind:value={note} /></label
		>
		<button class="action self-start">Log it</button>
	</form>
</Panel>
