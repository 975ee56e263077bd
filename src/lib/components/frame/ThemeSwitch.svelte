<script lang="ts">
	import Moon from '@lucide/svelte/icons/moon';
	import Sun from '@lucide/svelte/icons/sun';

	/** Light or dark by hand; until then the system's choice holds. The choice is kept in a cookie, so pages come as chosen. */
	function turn() {
		const root = document.documentElement;
		const dark = getComputedStyle(root).colorScheme === 'dark';
		const theme = dark ? 'light' : 'dark';
		root.dataset.theme = theme;
		document.cookie = `theme=${theme}; path=/; max-age=31536000; samesite=lax`;
	}
</script>

<button class="quiet-action !px-1.5" onclick={turn} aria-label="Light or dark" title="Light or dark">
	<span class="contents dark-off"><Moon size={16} aria-hidden="true" /></span>
	<span class="contents dark-on"><Sun size={16} aria-hidden="true" /></span>
</button>

<style>
	:global(:root[data-theme='dark']) .dark-off,
	:global(:root[data-theme='light']) .dark-on {
		display: none;
	}
	@media (prefers-color-scheme: dark) {
		:global(:root:not([data-theme='light'])) .dark-off {
			display: none;
		}
	}
	@media (prefers-color-scheme: light) {
		:global(:root:not([data-theme='dark'])) .dark-on {
			display: none;
		}
	}
</style>
