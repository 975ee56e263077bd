import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { connection } from '../db/client';
import { dropDatabase } from '../db/database.test-aid';
import { copyInquiry, createInquiry, setInquiryState } from '../inquiry/inquiries';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { changeInquiry, historyOf, readInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, RIS, take } from '../records/yarrow.test-aid';
import { importMappings, listMappings, removeMappings } from '../vocabulary/mapping-files';
import { createIndex } from '../vocabulary/subject-indexes';
import { loadTurtle } from '../vocabulary/turtle.test-aid';
import '../wings';
import { checkWords, matchesByIndex, wordOffers } from './concept-words';
import { coverageOf } from './coverage';
import { suggestionsFor } from './suggesting';

let url: string;
const OTHER = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix b: <https://b.example/> .
b:racket a skos:Concept ; skos:prefLabel "Racket"@en .
b:repose a skos:Concept ; skos:prefLabel "Repose"@en .`;

beforeAll(async () => {
	url = await databaseWithYarrow('empty');
	await createIndex(LOCAL_PERSON, { code: 'bur', name: 'bur', discipline: '' });
	await loadTurtle('bur', OTHER);
	await take('application/x-research-info-systems', RIS);
});
afterAll(() => dropDatabase(url));

async function inquiry(id: string, ...commands: Command[]) {
	await createInquiry(LOCAL_PERSON, { id, title: id, question: '', indexes: ['yarrow', 'bur'] });
	for (const command of commands) await changeInquiry(LOCAL_PERSON, id, command);
}
const concept = (id: string, name: string): Command => ({ kind: 'concept.add', id, name });
const word = (id: string, conceptId: string, text: string): Command => ({
	kind: 'word.add',
	id,
	conceptId,
	text
});
const pick = (id: string, conceptId: string, indexCode: string, uri: string, rest = {}): Command => ({
	kind: 'pick.add',
	id,
	conceptId,
	indexCode,
	edition: '1',
	headings: [{ uri, label: uri }],
	...rest
});
const suggested = async (id: string, conceptId: string, code: string) =>
	(await suggestionsFor(LOCAL_PERSON, id, conceptId, code)).map(({ heading, likelihood, evidence }) => ({
		label: heading.label,
		likelihood,
		kinds: evidence.map(({ kind }) => kind),
		first: evidence[0]
	}));

const SSSOM = `#mapping_set_title: "Bur and Yarrow"
#curie_map:
#  b: "https://b.example/"
#  y: "https://y.example/"
#  skos: "http://www.w3.org/2004/02/skos/core#"
subject_id	predicate_id	object_id	predicate_modifier	confidence
b:racket	skos:exactMatch	y:noise		0.9
b:repose	skos:broadMatch	y:sleep
b:repose	skos:exactMatch	y:alarm	Not
b:racket	owl:sameAs	y:alarm
b:racket	skos:closeMatch	y:gone
	skos:closeMatch	y:sleep
b:racket	skos:closeMatch	y:alarm		2
`;

async function load(name: string, text: string) {
	const file = path.join(await mkdtemp(path.join(tmpdir(), 'oakmoss-mappings-')), 'upload');
	await writeFile(file, text);
	let report: unknown;
	await importMappings(connection().sql, { name, file }, undefined, (_, said) => {
		report = said;
		return Promise.resolve();
	});
	return report as { counts: Record<string, number>; findings: { rule: string; line?: number }[] };
}

describe('known mappings', () => {
	it('are read row by row; what cannot be taken is refused with its line, and what they join is counted', async () => {
		const { counts, findings } = await load('bur-yarrow', SSSOM);
		expect(counts).toMatchObject({ read: 7, kept: 3, refused: 3, joined: 2 });
		expect(findings.map(({ rule, line }) => [rule, line])).toEqual([
			['mapping-denied', 9],
			['mapping-relation-unknown', 10],
			['mapping-end-missing', 12],
			['mapping-confidence', 13],
			['mapping-unplaced', undefined]
		]);
		expect(await listMappings(LOCAL_PERSON)).toMatchObject([
			{ name: 'bur-yarrow', title: 'Bur and Yarrow', mappings: 3, joined: 2 }
		]);
	});

	it('speak for the headings they join with what is picked, from either end', async () => {
		await inquiry('mapped', concept('c', 'loud places'), pick('p', 'c', 'bur', 'https://b.example/racket'));
		const [first] = await suggested('mapped', 'c', 'yarrow');
		expect(first).toMatchObject({
			label: 'Noise, Indoor',
			first: { kind: 'mapping', set: 'bur-yarrow', relation: 'exact' }
		});
		await inquiry('turned', concept('c', 'lying down'), pick('p', 'c', 'yarrow', 'https://y.example/sleep'));
		const [other] = await suggested('turned', 'c', 'bur');
		expect(other).toMatchObject({ label: 'Repose', first: { kind: 'mapping', relation: 'narrower' } });
	});

	it('change nothing where a file is none, or names no heading that any index has', async () => {
		await expect(load('bur-yarrow', 'subject_id\tobject_id\nx\ty\n')).rejects.toThrow(
			/no column “predicate_id”/
		);
		await expect(load('bur-yarrow', '')).rejects.toThrow(/no table/);
		const strange = 'subject_id\tpredicate_id\tobject_id\nq:a\tskos:exactMatch\tq:b\n';
		await expect(load('bur-yarrow', strange)).rejects.toThrow(/None of the 1 mappings names a heading/);
		expect(await listMappings(LOCAL_PERSON)).toMatchObject([{ mappings: 3 }]);
		await removeMappings(LOCAL_PERSON, 'bur-yarrow');
		expect(await listMappings(LOCAL_PERSON)).toEqual([]);
		expect(await suggested('mapped', 'c', 'yarrow')).toEqual([]);
		await expect(removeMappings(LOCAL_PERSON, 'bur-yarrow')).rejects.toMatchObject({ status: 404 });
	});
});

describe('memory', () => {
	it('is of what was picked for a concept like this one in other inquiries, and of no others', async () => {
		await inquiry(
			'before',
			concept('c', 'Loud rooms'),
			word('w1', 'c', 'racket at night'),
			word('w2', 'c', 'commotion'),
			pick('p1', 'c', 'yarrow', 'https://y.example/noise'),
			pick('p2', 'c', 'yarrow', 'https://y.example/sleep', { role: 'rejected' })
		);
		await inquiry('now', concept('c', 'loud room'), word('w', 'c', 'commotion'));
		const found = await suggested('now', 'c', 'yarrow');
		expect(found.map(({ label, kinds }) => [label, kinds[0]])).toEqual([['Noise, Indoor', 'memory']]);
		expect(found[0].first).toMatchObject({ inquiries: 1, concept: 'Loud rooms', score: 1 });
		// It never sees itself, nor what has little in common, nor what was removed.
		expect(await suggested('before', 'c', 'yarrow')).not.toContainEqual(
			expect.objectContaining({ label: 'Noise, Indoor' })
		);
		await inquiry(
			'far',
			concept('c', 'quiet'),
			...['a1', 'b1', 'c1', 'commotion'].map((text) => word(text, 'c', text))
		);
		expect(await suggested('far', 'c', 'yarrow')).toEqual([]);
		await setInquiryState(LOCAL_PERSON, 'before', { removed: true });
		expect(await suggested('now', 'c', 'yarrow')).toEqual([]);
	});
});

describe('words', () => {
	it('are offered only where a chosen index has them, with how many; those that find nothing are named', async () => {
		await inquiry(
			'worded',
			concept('c', 'noise'),
			word('w1', 'c', 'alarm'),
			word('w2', 'c', 'alarns'),
			word('w3', 'c', 'xylophones'),
			word('w4', 'c', 'ward'),
			pick('p', 'c', 'yarrow', 'https://y.example/noise')
		);
		const offers = await wordOffers(LOCAL_PERSON, 'worded', 'c');
		expect(offers).toContainEqual(
			expect.objectContaining({
				text: 'alarms',
				kind: 'spelling',
				records: { yarrow: 2 },
				labelled: ['yarrow']
			})
		);
		expect(offers).toContainEqual(expect.objectContaining({ text: 'wards', records: { yarrow: 1 } }));
		// A label of the vocabulary that no record has the words of.
		expect(offers).toContainEqual(
			expect.objectContaining({ text: 'din', records: {}, labelled: ['yarrow'] })
		);
		expect(offers.map(({ text }) => text)).not.toContain('xylophone');

		const checks = await checkWords(LOCAL_PERSON, 'worded');
		expect(checks.w4.records).toEqual({});
		expect(checks.w2).toEqual({ records: {}, instead: { text: 'alarms', records: 2 } });
		expect(checks.w3).toEqual({ records: {} });
		const matches = await matchesByIndex(LOCAL_PERSON, 'worded');
		expect(matches.yarrow.c).toEqual({ headings: 3, records: 0 });
		expect(matches.empty.c).toEqual({ headings: 0, records: 0 });
	});
});

describe('copies of an inquiry', () => {
	it('are no evidence for it, nor it for them, and count once for another one', async () => {
		await inquiry('hush', concept('c', 'hush places'), word('w', 'c', 'hush'), pick('p', 'c', 'yarrow', 'https://y.example/alarm'));
		const copy = await copyInquiry(LOCAL_PERSON, 'hush');
		const again = await copyInquiry(LOCAL_PERSON, copy);
		await importInquiry(LOCAL_PERSON, structuredClone(await exportInquiry(LOCAL_PERSON, 'hush')));
		const memoryOf = async (id: string) =>
			(await suggestionsFor(LOCAL_PERSON, id, 'c', 'yarrow')).flatMap(({ evidence }) => evidence.filter(({ kind }) => kind === 'memory'));
		for (const id of [copy, again]) await changeInquiry(LOCAL_PERSON, id, { kind: 'pick.remove', id: 'p' });
		expect(await memoryOf(copy)).toEqual([]);
		expect(await memoryOf(again)).toEqual([]);
		await inquiry('others', concept('c', 'hush places'), word('w', 'c', 'hush'));
		expect(await memoryOf('others')).toMatchObject([{ kind: 'memory', inquiries: 1 }]);
	});

	it('has the reason of a pick in the history of its cell, and nothing of it in the note', async () => {
		await inquiry('why', concept('c', 'hush'), { ...pick('p', 'c', 'yarrow', 'https://y.example/sleep'), because: 'Suggested: on 3 of 4' } as Command);
		const { inquiry: now } = await readInquiry(LOCAL_PERSON, 'why');
		expect(now.picks.p.note).toBe('');
		const { entries } = await historyOf(LOCAL_PERSON, 'why', { cell: 'c:yarrow' });
		expect(entries[0]).toMatchObject({ reasons: ['Suggested: on 3 of 4'], note: '' });
		await changeInquiry(LOCAL_PERSON, 'why', { kind: 'many', title: 'Drafted', commands: [{ ...pick('q', 'c', 'yarrow', 'https://y.example/noise'), because: 'labels' } as Command, { ...pick('r', 'c', 'bur', 'https://b.example/racket'), because: 'elsewhere' } as Command] });
		expect((await historyOf(LOCAL_PERSON, 'why', { cell: 'c:yarrow' })).entries[0].reasons).toEqual(['https://y.example/noise: labels']);
	});

	it('the indexes tell as many records with the words as the cell itself', async () => {
		await inquiry('told', concept('c', 'nights'), word('w', 'c', 'alarms'), word('v', 'c', 'corridor talk'));
		const cells = await coverageOf(LOCAL_PERSON, 'told');
		expect(cells['c:yarrow'].all).toBeGreaterThan(0);
		expect((await matchesByIndex(LOCAL_PERSON, 'told')).yarrow.c.records).toBe(cells['c:yarrow'].all);
	});
}); // prettier-ignore
