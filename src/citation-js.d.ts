declare module '@citation-js/core' {
	export const plugins: {
		input: { chain(data: string, options: { generateGraph: boolean }): unknown };
	};
	export class Cite {
		constructor(data: unknown);
		format(name: string): unknown;
	}
}
declare module '@citation-js/plugin-bibtex';
