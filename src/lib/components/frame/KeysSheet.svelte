<script lang="ts">
	import { keyGroups } from '../parts/keys.svelte';
	import Panel from '../parts/Panel.svelte';

	let { open = $bindable(false) }: { open?: boolean } = $props();
</script>

<Panel bind:open title="Keys of this screen">
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
</Panel>
