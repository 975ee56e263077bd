<script lang="ts">
	import { Dialog } from 'bits-ui';
	import { keyGroups } from './keys.svelte';

	let { open = $bindable(false) }: { open?: boolean } = $props();
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-[oklch(0.2_0.01_65/0.35)]" />
		<Dialog.Content
			class="fixed top-1/2 left-1/2 z-50 max-h-[85vh] w-[min(680px,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-lg border bg-leaf p-6"
		>
			<div class="mb-4 flex items-baseline justify-between">
				<Dialog.Title class="text-lg font-semibold">Keys of this screen</Dialog.Title>
				<Dialog.Close class="quiet-action">Close</Dialog.Close>
			</div>
			<div class="gap-x-10 sm:columns-2">
				{#each keyGroups.list as group (group.title)}
					<section class="mb-5 break-inside-avoid">
						<h3 class="mb-1 text-xs font-semibold text-quiet">{group.title}</h3>
						<dl>
							{#each group.keys as key (key.does)}
								<div class="flex items-baseline gap-3 border-t py-1">
									<dt class="w-24 shrink-0 space-x-1">
										{#each key.shown as cap (cap)}<kbd class="key-cap">{cap}</kbd>{/each}
									</dt>
									<dd>{key.does}</dd>
								</div>
							{/each}
						</dl>
					</section>
				{/each}
			</div>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
