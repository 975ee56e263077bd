<script lang="ts">
	/** Citations that are pasted, or read from a file: the text of either. */
	interface Props {
		text: string;
		/** What is taken, in words. */
		says: string;
		/** Told where the text is from: the name of a file, or the empty string for what was pasted. */
		onChange?: (fileName: string) => void;
		/** It is where the keys begin. */
		isFirst?: boolean;
	}
	let { text = $bindable(), says, onChange, isFirst = false }: Props = $props();
	let files = $state<FileList>();
	let area = $state<HTMLElement>();
	// A dialog begins at its first button; here one begins by pasting.
	$effect(() => {
		const place = area;
		if (place && isFirst) requestAnimationFrame(() => place.focus());
	});
	$effect(() => {
		const file = files?.[0];
		if (!file) return;
		void file.text().then((content) => {
			text = content;
			onChange?.(file.name);
		});
	});
</script>

<label class="block">
	<span class="mb-1 block text-quiet">{says}</span>
	<textarea
		class="field h-32 w-full resize-y text-xs"
		bind:this={area}
		bind:value={text}
		oninput={() => onChange?.('')}></textarea>
</label>
<label class="mt-2 block"
	><span class="sr-only">File of citations</span><input
		type="file"
		accept=".ris,.bib,.json,.txt"
		bind:files
	/></label
>
