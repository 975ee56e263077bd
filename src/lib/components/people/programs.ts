/** What a program says of itself, as people call it; there are too many to know all. */
const SYSTEMS = [
	[/iPhone|iPad/, 'iOS'],
	[/Android/, 'Android'],
	[/Mac OS X/, 'macOS'],
	[/Windows/, 'Windows'],
	[/Linux/, 'Linux']
] as const;
const BROWSERS = [
	[/Firefox\//, 'Firefox'],
	[/Edg\//, 'Edge'],
	[/Chrome\//, 'Chrome or a relative'],
	[/Safari\//, 'Safari']
] as const;

export function programOf(says: string): string {
	const find = (names: readonly (readonly [RegExp, string])[]) => names.find(([how]) => how.test(says))?.[1];
	const [browser, system] = [find(BROWSERS), find(SYSTEMS)];
	if (browser) return system ? `${browser} on ${system}` : browser;
	return says === '' ? 'A program that does not say which' : says.slice(0, 60);
}
