<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import { askedStyle, styleInUse } from '../citing/style-in-use.svelte';
	import { outboxAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { messages } from '../messages/messages.svelte';
	import { counted } from '../parts/numbers';
	import Panel from '../parts/Panel.svelte';
	import Select from '../parts/Select.svelte';

	/** Works of the list as a message: their citations to be read, and a file to be taken in. */
	let { open = $bindable() }: { open: boolean } = $props();
	const store = $derived(useInquiry()());
	let to = $state('');
	let note = $state('');
	let part = $state<'keep' | 'open' | 'all'>('keep');

	async function send(event: Event) {
		event.preventDefault();
		const { value, fault } = await ask<{ works: number }>(`/inquiry/${store.id}/outbox/works`, {
			body: { to, note, part, ...askedStyle() }
		});
		if (fault) return messages.warn(inWords(fault, 'Nothing was written.'));
		open = false;
		messages.say(
			`An email with ${counted(value.works, 'work')} is in the outbox; download it there to send it`
		);
	}
</script>

<Panel bind:open title="Write an email with works">
	<form class="space-y-3" onsubmit={send}>
		<p class="text-quiet">
			This writes an email with the citations in {styleInUse.now.name} and a RIS file. Oakmoss does not send it:
			it waits in the
			<a class="underline" href={outboxAt(placeOf(store))}>outbox</a>, where you download it and send it with
			your own mail program.
		</p>
		<label class="block"
			><span class="text-xs text-quiet">To</span><input
				class="field w-full"
				type="email"
				required
				bind:value={to}
			/></label
		>
		<div>
			<Select
				label="Works"
				value={part}
				options={[
					{ value: 'keep', says: 'kept works' },
					{ value: 'open', says: 'open works' },
					{ value: 'all', says: 'all works' }
				]}
				onChange={(next) => (part = next)}
			/>
		</div>
		<label class="block"
			><span class="text-xs text-quiet">What you want to say with it</span><textarea
				class="field h-24 w-full resize-y"
				maxlength="10000"
				bind:value={note}></textarea></label
		>
		<button class="action">Write it to the outbox</button>
	</form>
</Panel>
