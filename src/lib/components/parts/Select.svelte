<script lang="ts" generics="T extends string">
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import { DropdownMenu } from 'bits-ui';
	import { useReadingOnly } from './reading-only';

	/**
	 * The one way to choose one of several values. A choice is told once it is made, not while it is looked for.
	 * It is a menu of values, as every screen has menus anyway: a list box would be 9 kB of script more.
	 */
	interface Props {
		/** What is chosen; read before the present value. */
		label: string;
		value: T;
		options: readonly { value: T; says: string }[];
		onChange: (value: T) => void;
		class?: string;
		/** Choosing changes an inquiry: whoever only reads is shown the value and no more. */
		changes?: boolean;
	}
	let { label, value, options, onChange, class: own = '', changes = false }: Props = $props();
	const readsOnly = useReadingOnly();
	const chosen = $derived(options.find((option) => option.value === value)?.says ?? '');
</script>

{#if changes && readsOnly()}<span class={own}><span class="sr-only">{label}: </span>{chosen}</span
	>{:else}<DropdownMenu.Root>
		<DropdownMenu.Trigger
			class="inline-flex min-h-6 items-center justify-between gap-1 rounded border bg-leaf px-1.5 py-0.5 text-left hover:bg-shade {own}"
			aria-label="{label}: {chosen}"
		>
			<span class="truncate">{chosen}</span><ChevronDown
				size={13}
				class="shrink-0 text-quiet"
				aria-hidden="true"
			/>
		</DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				class="z-[60] max-h-80 min-w-[var(--bits-dropdown-menu-anchor-width)] overflow-auto rounded-md border bg-leaf p-1 text-[13px]"
				sideOffset={3}
				align="start"
			>
				<DropdownMenu.RadioGroup
					bind:value={() => value as string, (next) => next !== value && onChange(next as T)}
				>
					{#each options as option (option.value)}
						<DropdownMenu.RadioItem
							value={option.value}
							class="flex min-h-7 cursor-pointer items-center rounded px-2 py-0.5 outline-none data-[highlighted]:bg-wash data-[state=checked]:font-semibold"
							>{option.says}</DropdownMenu.RadioItem
						>
					{/each}
				</DropdownMenu.RadioGroup>
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>{/if}
