<script lang="ts">
	import type { Concept } from '$core/crosswalk';

	/** A concept before its row, and how many of its cells have come to a decision. */
	let { concept, done, of }: { concept: Concept; done: number; of: number } = $props();
</script>

<div
	role="rowheader"
	class="print:break-inside-avoid sticky left-0 z-[4] border-r border-b bg-paper px-3 py-2.5"
>
	<p class="leading-5 font-semibold">{concept.name}</p>
	<p class="text-xs text-quiet">
		{concept.status === 'required' ? '' : concept.status === 'exclude' ? 'excluded · ' : 'waiting · '}{done}
		of {of}
	</p>
</div>
