import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GOLD_TEXTS } from '../../../../demo/gold-texts';
import { demoDatabase, dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import '../wings';
import { wordOffers } from './concept-words';
import { partsOfQuestion } from './question-parts';
import { suggestionsFor } from './suggesting';
import { throughIndexes } from './through-indexes';

/** Over the demo data, in an inquiry that nothing is picked in. */
const CODES = ['bracken', 'sorrel', 'yarrow', 'alder'] as const;
let url: string;
beforeAll(async () => {
	url = await demoDatabase();
	await createInquiry(LOCAL_PERSON, { id: 'new', title: 'New', question: '', indexes: [...CODES] });
}, 120_000);
afterAll(() => dropDatabase(url));

describe('through other indexes', () => {
	it('leads to headings where no label says what was typed, and names what it came through', async () => {
		const lanes = await throughIndexes(LOCAL_PERSON, 'new', 'napping');
		const alder = lanes.find(({ code }) => code === 'alder');
		expect(alder?.matches.map(({ heading }) => heading.label)).toContain('Sleep');
		for (const { matches } of lanes) {
			expect(matches.length).toBeLessThanOrEqual(5);
			for (const { likelihood, through, evidence } of matches) {
				expect(['likely', 'possible']).toContain(likelihood);
				expect(CODES).toContain(through.indexCode);
				expect(['label', 'coTagging', 'mapping', 'memory']).toContain(evidence.kind);
			}
		}
		// An index whose own label says it needs no other.
		expect(lanes.map(({ code }) => code)).not.toContain('yarrow');
		expect(await throughIndexes(LOCAL_PERSON, 'new', 'xylophone repair')).toEqual([]);
		await expect(throughIndexes(undefined, 'new', 'napping')).rejects.toMatchObject({ status: 401 });
	});
});

describe('a concept of several words', () => {
	it('gets the headings that a librarian would pick, mostly, and chance matches are not among the likely ones', async () => {
		const judges = GOLD_TEXTS.filter(({ sets }) => !sets);
		let [cells, met, likely, right] = [0, 0, 0, 0];
		for (const [i, { text, picks }] of judges.entries()) {
			await changeInquiry(LOCAL_PERSON, 'new', { kind: 'concept.add', id: `c${i}`, name: text });
			for (const code of CODES) {
				const found = await suggestionsFor(LOCAL_PERSON, 'new', `c${i}`, code);
				const offered = found.filter(({ likelihood }) => likelihood !== 'far');
				if (picks[code].length > 0) {
					cells++;
					if (offered.some(({ heading }) => picks[code].includes(heading.label))) met++;
				}
				for (const { heading, score } of offered) {
					expect(score).toBeLessThanOrEqual(0.99);
					if (score < 0.9) continue;
					likely++;
					if (picks[code].includes(heading.label)) right++;
				}
			}
		}
		// On texts that set nothing; the records are made up, from themes of the same demo.
		expect(met / cells).toBeGreaterThan(0.6);
		expect(right / likely).toBeGreaterThanOrEqual(0.8);
	}, 60_000);

	it.each([
		['classroom noise', 'alder', 'Room Acoustics', 'Ventilation'],
		['classroom noise', 'sorrel', 'Noise Effects', 'Study Rooms'],
		['loudness of alarms', 'yarrow', 'Alarms, Clinical', 'Ventilation, Mechanical'],
		['listening effort', 'sorrel', 'Mental Load', 'Temperature Effects'],
		['teacher voice strain', 'bracken', 'Teacher voice', 'Attitudes of pupils'],
		['patient comfort at night', 'yarrow', 'Comfort Measures', 'Temperature, Room']
	])('“%s” in %s: %s, and not %s', async (text, code, wanted, chance) => {
		await changeInquiry(LOCAL_PERSON, 'new', { kind: 'concept.add', id: `${text} ${code}`, name: text });
		const found = await suggestionsFor(LOCAL_PERSON, 'new', `${text} ${code}`, code);
		const offered = found
			.filter(({ likelihood }) => likelihood !== 'far')
			.map(({ heading }) => heading.label);
		expect(offered).toContain(wanted);
		expect(offered).not.toContain(chance);
	});
});

describe('the parts of a question', () => {
	const parts = async (text: string) =>
		(await partsOfQuestion(LOCAL_PERSON, 'new', text)).map((part) => part.text);

	it('are what vocabularies or records know, neighbours that belong together as one, in their order', async () => {
		expect(
			await parts('How do alarm sounds on wards affect the sleep of patients and the attention of nurses?')
		).toEqual(['alarm sounds', 'wards', 'sleep', 'patients', 'attention', 'nurses']);
		const [first] = await partsOfQuestion(LOCAL_PERSON, 'new', 'sleep');
		expect(first.indexes.find(({ code }) => code === 'yarrow')).toMatchObject({ label: 'Sleep' });
	});

	it('are none where there is nothing to know', async () => {
		for (const text of ['', '?', 'How does it affect them?', 'zyxw qwrt', '音響'])
			expect(await parts(text)).toEqual([]);
		await expect(partsOfQuestion(undefined, 'new', 'sleep')).rejects.toMatchObject({ status: 401 });
	});
});

it('words offered are also those that records with the picked headings say', async () => {
	await changeInquiry(LOCAL_PERSON, 'new', { kind: 'concept.add', id: 'rest', name: 'rest' });
	const before = await wordOffers(LOCAL_PERSON, 'new', 'rest');
	expect(before.filter(({ kind }) => kind === 'said')).toEqual([]);
	await changeInquiry(LOCAL_PERSON, 'new', {
		kind: 'cell.set',
		conceptId: 'rest',
		indexCode: 'yarrow',
		edition: '',
		picks: [
			{
				id: 'p',
				headings: [{ uri: 'https://yarrow.example/headings/sleep', label: 'Sleep' }],
				withNarrower: false,
				cuts: [],
				chief: false,
				aspects: [],
				role: 'searched',
				fit: 'exact',
				note: ''
			}
		],
		noHeading: null
	} as never);
	const said = (await wordOffers(LOCAL_PERSON, 'new', 'rest')).filter(({ kind }) => kind === 'said');
	expect(said.map(({ text }) => text)).toContain('napping');
	for (const { of, indexCode, records } of said) {
		expect([of, indexCode]).toEqual(['Sleep', 'yarrow']);
		expect(records.yarrow).toBeGreaterThanOrEqual(5);
	}
});
