<script lang="ts">
	import { onMount } from 'svelte';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { Mender } from './mender.svelte';

	/** Types headings into an own vocabulary, many at once. */
	interface Props {
		index: IndexSummary;
		/** The heading that they are to stand below; at the top where there is none. */
		under?: { id: string; label: string };
		onDone: () => void;
	}
	let { index, under, onDone }: Props = $props();
	const mender = new Mender();
	let outline = $state('');
	let field: HTMLTextAreaElement;
	// Whoever opened this types next.
	onMount(() => field.focus());

	async function add(event: SubmitEvent) {
		event.preventDefault();
		const done = await mender.send(index.code, {
			kind: 'add',
			outline,
			...(under && { under: under.id })
		});
		if (done) onDone();
	}

	/** Tab goes in, as one line stands below another by it; Escape lets it go on again. */
	let tabbing = $state(true);
	function onkeydown(event: KeyboardEvent & { currentTarget: HTMLTextAreaElement }) {
		if (event.key === 'Escape' && tabbing) {
			event.stopPropagation();
			tabbing = false;
		}
		if (event.key !== 'Tab' || event.shiftKey || !tabbing) return;
		event.preventDefault();
		event.currentTarget.setRangeText(
			'\t',
			event.currentTarget.selectionStart,
			event.currentTarget.selectionEnd,
			'end'
		);
		outline = event.currentTarget.value;
	}
</script>

<form class="space-y-2" onsubmit={add}>
	<label class="block">
		<span class="block text-quiet"
			>Headings, one a line; a line that is indented more is narrower than the one before.
			{under ? `All of it comes below “${under.label}”.` : ''}</span
		>
		<textarea
			class="field heading-voice mt-1 w-full"
			rows="6"
			bind:this={field}
			placeholder={'Sound\n\tNoise\n\t\tTraffic noise\n\tQuiet'}
			bind:value={outline}
			{onkeydown}
			onfocus={() => (tabbing = true)}></textarea>
		<span class="text-xs text-quiet">Tab indents. Esc, then Tab, goes on to the next field.</span>
	</label>
	{#if mender.problem}<p class="text-warn" role="alert">{mender.problem}</p>{/if}
	<button class="action" disabled={mender.busy || outline.trim() === ''}
		>{mender.busy ? 'Making the edition …' : 'Add them'}</button
	>
	<button type="button" class="quiet-action" onclick={onDone}>Cancel</button>
</form>
