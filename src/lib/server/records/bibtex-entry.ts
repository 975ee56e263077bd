/** One entry of BibTeX as CSL-JSON: what LaTeX means, and how names are put together, is a package's work. */
import { plugins } from '@citation-js/core';
import '@citation-js/plugin-bibtex';
import type { CslItem } from '../../../core/evidence/citation';

/** @throws Error where the entry cannot be read */
export const parseBibtex = (entry: string): CslItem | undefined =>
	(plugins.input.chain(entry, { generateGraph: false }) as CslItem[])[0];
