import { afterAll, beforeAll, expect, it } from 'vitest';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { dropDatabase } from '../db/database.test-aid';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import '../wings';
import { lookupInIndexes } from './look-up';

let url: string;
const AIDS = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix f: <https://f.example/> .
f:aids a skos:Concept ; skos:prefLabel "Hearing Aids"@en .`;
const record = (i: number, title: string): RecordDraft => ({ key: `r${i}`, item: { id: `r${i}`, type: 'report', title }, taggings: [] }); // prettier-ignore

beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	await loadTurtle('fern', AIDS);
});
afterAll(() => dropDatabase(url));

const tiers = async (query: string) =>
	(await lookupInIndexes(LOCAL_PERSON, ['yarrow', 'fern'], query, 10)).map(({ matches }) =>
		matches.map(({ heading, tier }) => `${heading.label} ${tier}`)
	);

it('a word that three records of a chosen index have is not taken for another in any of them', async () => {
	await store('yarrow', [record(0, 'Kids in wards'), record(1, 'Two kids')]);
	// Two records may share a slip of the pen.
	expect(await tiers('kids')).toEqual([[], ['Hearing Aids typo']]);
	await store('yarrow', [record(2, 'What kids say')]);
	expect(await tiers('kids')).toEqual([[], []]);
	// What nobody has is still corrected.
	expect(await tiers('haering')).toEqual([[], ['Hearing Aids typo']]);
});
