<script lang="ts">
	import Hint from '../parts/Hint.svelte';
	import { HOW_SURE } from './evidence';
</script>

<Hint says={HOW_SURE}
	>{#snippet children(hinted)}<button
			{...hinted}
			class="rounded-full border px-1 text-xs leading-4 text-quiet"
			aria-label="How sure likely is">?</button
		>{/snippet}</Hint
>
