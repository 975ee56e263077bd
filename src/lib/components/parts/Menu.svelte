<script lang="ts">
	import { DropdownMenu } from 'bits-ui';
	import type { Snippet } from 'svelte';
	import { useReadingOnly } from './reading-only';

	/** The one menu: rare commands behind a word or a sign. */
	interface Item {
		says: string;
		/** Said quietly beside it. */
		note?: string;
		/** Set in the voice of a vocabulary. */
		isHeading?: boolean;
		disabled?: boolean;
		/** It changes an inquiry: whoever only reads is not offered it. */
		changes?: boolean;
		run?: () => void;
		/** A file to take away instead. */
		file?: { at: string; name?: string };
	}
	interface Props {
		label: string;
		items: Item[];
		/** What the items say may have to be asked for first. */
		onOpen?: () => void;
		children: Snippet;
		class?: string;
		/** All that it offers changes an inquiry. */
		changes?: boolean;
	}
	let { label, items, onOpen, children, class: own = '', changes: allChange = false }: Props = $props();
	const readsOnly = useReadingOnly();
	const offered = $derived(readsOnly() ? (allChange ? [] : items.filter(({ changes }) => !changes)) : items);
</script>

{#snippet content({ says, note }: Item)}
	<span>{says}</span>{#if note}<span class="text-xs text-quiet">{note}</span>{/if}
{/snippet}

{#if offered.length > 0}<DropdownMenu.Root onOpenChange={(open) => open && onOpen?.()}>
		<DropdownMenu.Trigger class="quiet-action {own}" aria-label={label}
			>{@render children()}</DropdownMenu.Trigger
		>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				class="z-30 max-h-80 min-w-40 overflow-auto rounded-md border bg-leaf p-1"
				sideOffset={4}
				align="end"
			>
				{#each offered as item, i (i)}
					<DropdownMenu.Item
						class="flex min-h-7 cursor-pointer items-center justify-between gap-4 rounded px-2 py-0.5 outline-none data-[disabled]:opacity-50 data-[highlighted]:bg-wash {item.isHeading
							? 'heading-voice'
							: ''}"
						disabled={item.disabled}
						onSelect={item.run}
					>
						{#snippet child({ props })}
							{#if item.file}
								<a {...props} href={item.file.at} download={item.file.name ?? ''}>{@render content(item)}</a>
							{:else}<div {...props}>{@render content(item)}</div>{/if}
						{/snippet}
					</DropdownMenu.Item>
				{/each}
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>{/if}
