/** The processor of the Citation Style Language, as far as it is used here. */
declare module 'citeproc' {
	import type { CslItem } from '../../../core/evidence/citation';
	export interface StyleNode {
		name: string;
		attrs: Record<string, string>;
		children: (StyleNode | string)[];
	}
	interface System {
		retrieveItem: (id: string) => CslItem;
		retrieveLocale: (language: string) => StyleNode | string;
		/** What is put behind an entry, by the `system_id` of its item. */
		embedBibliographyEntry?: (id: string) => string;
	}
	export interface Meta {
		entry_ids: string[][];
	}
	export class Engine {
		constructor(system: System, style: StyleNode | string, language?: string, force?: boolean);
		updateItems(ids: string[]): void;
		makeBibliography(): [Meta, string[]] | false;
		makeCitationCluster(cites: { id: string }[]): string;
	}
	const CSL: { Engine: typeof Engine };
	export default CSL;
}
