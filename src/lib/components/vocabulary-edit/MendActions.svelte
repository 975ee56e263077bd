<script lang="ts">
	import { goto } from '$app/navigation';
	import type { HeadingSheet } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import Panel from '../parts/Panel.svelte';
	import ChangeHeading from './ChangeHeading.svelte';
	import { mayMend } from './mender.svelte';
	import TypeHeadings from './TypeHeadings.svelte';

	/** Actions to a heading of an own vocabulary; nothing to one that comes from files. */
	interface Props {
		sheet: HeadingSheet;
		index: IndexSummary;
		/** Where to go once the heading is no more. */
		away: string;
	}
	let { sheet, index, away }: Props = $props();
	let doing = $state<'changing' | 'adding' | undefined>();
	const stop = () => (doing = undefined);
</script>

{#if mayMend(index)}
	<button class="quiet-action border !py-0.5" onclick={() => (doing = 'changing')}>Change</button>
	<button class="quiet-action border !py-0.5" onclick={() => (doing = 'adding')}>Add narrower</button>
	{#if doing === 'changing'}
		<ChangeHeading {sheet} {index} onClose={stop} onRemoved={() => (stop(), goto(away))} />
	{:else if doing === 'adding'}
		<Panel open title="Headings below “{sheet.label}”" onClose={stop}>
			<TypeHeadings {index} under={sheet} onDone={stop} />
		</Panel>
	{/if}
{/if}
