<script lang="ts">
	import { Dialog } from 'bits-ui';
	import type { Snippet } from 'svelte';

	/** The one dialog pattern: a title, a way out, and what it is about. */
	interface Props {
		open: boolean;
		title: string;
		wide?: boolean;
		children: Snippet;
		/** Told when a person closes it. */
		onClose?: () => void;
	}
	let { open = $bindable(), title, wide = false, children, onClose }: Props = $props();
</script>

<Dialog.Root bind:open onOpenChange={(now) => !now && onClose?.()}>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-[oklch(0.2_0.01_65/0.35)]" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 flex max-h-[85vh] -translate-x-1/2 -translate-y-1/2 flex-col rounded-lg border bg-leaf {wide
				? 'w-[min(860px,94vw)]'
				: 'w-[min(680px,92vw)]'}"
		>
			<div class="flex items-baseline justify-between gap-4 border-b px-6 py-3">
				<Dialog.Title class="text-lg font-semibold">{title}</Dialog.Title>
				<Dialog.Close class="quiet-action">Close</Dialog.Close>
			</div>
			<div class="min-h-0 overflow-auto px-6 py-4">{@render children()}</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
