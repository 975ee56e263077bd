<script lang="ts">
	import Ellipsis from '@lucide/svelte/icons/ellipsis';
	import { PART_NAMES, REPORT_PARTS, type PartName, type ReportDocument } from '$core/report';
	import Menu from '../parts/Menu.svelte';

	/** The parts of a report in their order; each can be put elsewhere or left out. */
	interface Props {
		parts: readonly PartName[];
		document: ReportDocument;
		onChange: (parts: PartName[]) => void;
	}
	let { parts, document, onChange }: Props = $props();
	const out = $derived(REPORT_PARTS.filter((part) => !parts.includes(part)));
	const lacks = (part: PartName) =>
		document.parts.find(({ id }) => id === part)?.blocks.filter(({ kind }) => kind === 'missing').length ?? 0;
	function move(at: number, by: -1 | 1) {
		const next = [...parts];
		[next[at], next[at + by]] = [next[at + by], next[at]];
		onChange(next);
	}
	/** Back where it stands when nothing is said. */
	function takeIn(part: PartName) {
		const next = [...parts];
		const after = REPORT_PARTS.slice(REPORT_PARTS.indexOf(part) + 1).find((one) => next.includes(one));
		next.splice(after ? next.indexOf(after) : next.length, 0, part);
		onChange(next);
	}
</script>

<ol aria-label="Parts of the report">
	{#each parts as part, i (part)}
		<li class="flex items-center gap-1">
			<a class="min-w-0 flex-1 truncate rounded px-1.5 py-0.5 hover:bg-shade" href="#{part}"
				>{PART_NAMES[part]}</a
			>
			{#if lacks(part) > 0}<span class="text-xs text-warn">{lacks(part)} missing</span>{/if}
			<Menu
				label="{PART_NAMES[part]}: place"
				class="!px-1 !py-0"
				items={[
					{ says: 'Move up', disabled: i === 0, run: () => move(i, -1) },
					{ says: 'Move down', disabled: i === parts.length - 1, run: () => move(i, 1) },
					{ says: 'Leave out', run: () => onChange(parts.filter((one) => one !== part)) }
				]}><Ellipsis size={14} aria-hidden="true" /></Menu
			>
		</li>
	{/each}
</ol>
{#if out.length > 0}
	<p class="mt-2 text-xs text-quiet">Left out</p>
	<ul>
		{#each out as part (part)}<li class="flex items-center gap-1 text-quiet">
				<span class="min-w-0 flex-1 truncate px-1.5 py-0.5">{PART_NAMES[part]}</span>
				<button
					class="quiet-action !py-0 text-xs"
					aria-label="Add {PART_NAMES[part]}"
					onclick={() => takeIn(part)}>Import</button
				>
			</li>{/each}
	</ul>
{/if}
