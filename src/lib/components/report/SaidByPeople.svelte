<script lang="ts">
	import { GUIDELINE, type ReportTexts } from '$core/report';

	/** Items of the guideline, with room for what only people can say, or want to add. */
	interface Props {
		texts: ReportTexts;
		onChange: (texts: ReportTexts) => void;
	}
	let { texts, onChange }: Props = $props();
</script>

{#each GUIDELINE as { id, name, asks, says }, i (id)}
	<label class="mt-2 block">
		<span class="font-medium">{i + 1}. {name}</span>
		<span class="block text-xs text-quiet"
			>{asks}{#if says}{' '}The data says it; add what it cannot know.{/if}</span
		>
		<textarea
			class="field mt-0.5 h-14 w-full resize-y text-[13px]"
			data-item={id}
			maxlength="10000"
			value={texts[id] ?? ''}
			onchange={(event) => onChange({ ...texts, [id]: event.currentTarget.value })}></textarea>
	</label>
{/each}
