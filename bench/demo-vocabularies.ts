/** The demo vocabularies as data and packed, read from their hand-written files. */
import { readFileSync } from 'node:fs';
import { Parser } from 'n3';
import { DEMO_INDEXES } from '../demo/indexes';
import { parseVocabularyText, toTurtle } from '../demo/vocabulary-text';
import { SkosReader } from '../src/core/formats/skos-read';
import { EditionIndex } from '../src/core/edition/edition-index';
import type { VocabularyData } from '../src/core/vocabulary/vocabulary-data';

export type DemoCode = (typeof DEMO_INDEXES)[number]['code'];

export interface DemoVocabulary {
	code: DemoCode;
	data: VocabularyData;
	index: EditionIndex;
}

export async function readDemoVocabularies(): Promise<DemoVocabulary[]> {
	return Promise.all(
		DEMO_INDEXES.map(async ({ code }) => {
			const text = readFileSync(new URL(`../demo/vocabularies/${code}.txt`, import.meta.url), 'utf8');
			const reader = new SkosReader();
			for (const statement of new Parser().parse(await toTurtle(code, parseVocabularyText(text))))
				reader.add(statement);
			const { data } = reader.finish();
			return { code, data, index: EditionIndex.build(data) };
		})
	);
}
