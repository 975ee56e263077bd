<script lang="ts">
	/** The sign of Oakmoss: a branching lichen. */
	let { size = 22 }: { size?: number } = $props();
</script>

<svg
	width={size}
	height={size}
	viewBox="0 0 24 24"
	fill="none"
	aria-hidden="true"
	class="shrink-0 text-lichen"
>
	<path
		d="M12 23c0-5 .2-7.500 0-10M12 16c-1.600-2-4-2.300-5.500-4.500M12 13c1-2.600 3.800-3 5-5.500M6.500 11.500C5.300 9.800 3.600 9.700 2.600 8M6.500 11.500C6.600 9 5.400 8 5.600 5.500M17 7.500c.2-2-.9-2.900-.6-5M17 7.500c1.200-1 2.700-1 3.800-2.600M12 13c-.2-2.500-1.700-3.600-1.500-6.500M10.500 6.500C9.700 5 9.900 3.600 9.600 2M10.500 6.500c.7-1 1.700-1.500 2-3M12 18.500c1.700-1.300 4.200-1.300 5.600-3.200M17.600 15.300c.5-1.500 1.900-1.800 2.600-3.300M17.600 15.300c1.200-.1 2.400.4 3.600.2"
		stroke="currentColor"
		stroke-width="1.7"
		stroke-linecap="round"
	/>
</svg>
