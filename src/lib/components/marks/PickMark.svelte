<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import Plus from '@lucide/svelte/icons/plus';

	/** Whether something is picked for the current concept, and the way to change that. */
	interface Props {
		name: string;
		concept: string | undefined;
		picked: boolean;
		rejected?: boolean;
		onToggle: () => void;
	}
	let { name, concept, picked, rejected = false, onToggle }: Props = $props();
</script>

<button
	data-changes
	class="mt-px inline-flex size-5 shrink-0 items-center justify-center rounded-full border {picked
		? 'border-lichen bg-lichen text-on-lichen'
		: 'border-line text-quiet hover:border-lichen hover:text-lichen-deep'}"
	tabindex="-1"
	aria-pressed={picked}
	disabled={!concept}
	aria-label="{picked ? 'Take back' : 'Pick'} {name}{concept ? ` for ${concept}` : ''}{rejected && !picked
		? ', which is rejected'
		: ''}"
	onclick={onToggle}
>
	{#if picked}<Check size={13} strokeWidth={3} aria-hidden="true" />{:else}<Plus
			size={13}
			aria-hidden="true"
		/>{/if}
</button>
