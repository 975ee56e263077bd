<script lang="ts">
	import { copyRecord } from './copying';

	/** Copies the citation of a record in the style in use. */
	let { indexCode, record }: { indexCode: string; record: string } = $props();
</script>

<button
	class="quiet-action border !py-0 text-xs"
	data-copy-citation
	onclick={() => void copyRecord(indexCode, record)}>Copy citation</button
>
