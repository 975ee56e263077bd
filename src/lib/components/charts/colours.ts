/** Colours of the theme for what is drawn on a canvas, where style sheets do not reach. */

const NAMES = {
	paper: '--paper',
	leaf: '--leaf-paper',
	line: '--line',
	bark: '--bark',
	quiet: '--bark-quiet',
	lichen: '--lichen',
	wash: '--lichen-wash',
	warn: '--warn'
} as const;

export function colours(element: Element): Record<keyof typeof NAMES, string> {
	const style = getComputedStyle(element);
	return Object.fromEntries(
		Object.entries(NAMES).map(([name, variable]) => [name, style.getPropertyValue(variable).trim()])
	) as Record<keyof typeof NAMES, string>;
}

/** Tells when the theme turns, by hand or with the system. */
export function onThemeChange(turned: () => void): () => void {
	const byHand = new MutationObserver(turned);
	byHand.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
	const bySystem = matchMedia('(prefers-color-scheme: dark)');
	bySystem.addEventListener('change', turned);
	return () => {
		byHand.disconnect();
		bySystem.removeEventListener('change', turned);
	};
}
