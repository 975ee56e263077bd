<script lang="ts">
	import { number } from './numbers';

	/** The one number that opens its records. Where there are none, it is a number and no more. */
	interface Props {
		n: number;
		/** Where its records are; nowhere, where it is of another day. */
		at: string | undefined;
		/** What the records are, for those who do not see what stands around. */
		says: string;
		/** Text around the number that belongs to it. */
		before?: string;
		after?: string;
		/** Left out of the order of the Tab key, as it can be reached by another way. */
		aside?: boolean;
	}
	let { n, at, says, before = '', after = '', aside = false }: Props = $props();
</script>

{#if n === 0 || at === undefined}{before}{number(n)}{after}{:else}<a
		class="count"
		href={at}
		tabindex={aside ? -1 : undefined}
		>{before}{number(n)}{after}{#if says}<span class="sr-only">{' '}{says}</span>{/if}</a
	>{/if}
