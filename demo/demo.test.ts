import { readFileSync } from 'node:fs';
import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import { apply, cellState, emptyInquiry, execute, type Command } from '../src/core/crosswalk';
import { LabelIndex } from '../src/core/lookup/label-index';
import { SkosReader } from '../src/core/formats/skos-read';
import { lookup } from '../src/core/lookup';
import { EditionIndex } from '../src/core/edition/edition-index';
import { applyChanges } from './edition-changes';
import { commandsOfStep, decisionsOn, FORTNIGHT } from './fortnight';
import { DEMO_INDEXES } from './indexes';
import { commandsOf, DEMO_INQUIRIES } from './demo-inquiries';
import { demoUri, parseVocabularyText, slug, toTurtle } from './vocabulary-text';

const source = (name: string) => readFileSync(new URL(`./vocabularies/${name}.txt`, import.meta.url), 'utf8');

async function vocabulary(code: string, next = false) {
	const reader = new SkosReader();
	const first = parseVocabularyText(source(code));
	const text = next ? applyChanges(first, source(`${code}.next`)) : first;
	for (const statement of new Parser().parse(await toTurtle(code, text))) reader.add(statement);
	const reading = reader.finish();
	reader.inspectLabels(reading, LabelIndex.build(reading.data));
	return reading;
}

const loaded = new Map(
	await Promise.all(DEMO_INDEXES.map(async ({ code }) => [code, await vocabulary(code)] as const))
);
const reading = (code: string) => {
	const found = loaded.get(code as 'alder');
	if (!found) throw new Error(`no vocabulary ${code}`);
	return found;
};
const indexes = new Map([...loaded].map(([code, { data }]) => [code as string, EditionIndex.build(data)]));

function best(code: string, query: string) {
	const index = indexes.get(code) as EditionIndex;
	const [match] = lookup(index.labels, query, { limit: 5, label: (n) => index.names.at(n) }).matches;
	return match ? [index.names.at(match.heading), match.tier] : [];
}

describe('the notation of the demo vocabularies', () => {
	it('says headings, their places and what is said of them', () => {
		const { entries, compounds } = parseVocabularyText(
			['# aspects use = cost; wear', 'Walls | es:Muros', '\t= Partitions; es:Tabiques', '\t: Upright parts.', '\tPaint', '\t\t/ use', '\t\t@ 1990', '\t\t< Walls', '& Wall paint = Walls + Paint'].join('\n') // prettier-ignore
		);
		expect(entries[0]).toMatchObject({
			label: 'Walls',
			others: [{ lang: 'es', text: 'Muros' }],
			terms: [
				{ lang: 'en', text: 'Partitions' },
				{ lang: 'es', text: 'Tabiques' }
			],
			scopeNote: 'Upright parts.'
		});
		expect(entries[1]).toMatchObject({
			parent: 'Walls',
			aspects: ['cost', 'wear'],
			introduced: '1990',
			predecessors: ['Walls']
		});
		expect(compounds).toEqual([{ term: 'Wall paint', headings: ['Walls', 'Paint'] }]);
	});

	it.each([
		['a heading that is not there', 'Walls\n\t~ Doors', 'Line 2: there is no heading “Doors”'],
		['a heading twice', 'Walls\nWalls', '“Walls” stands twice'],
		['an indent under nothing', '\tWalls', 'is indented under nothing'],
		['an unknown set of aspects', 'Walls\n\t/ none', 'Line 2: there is no set of aspects'],
		['a sign before any heading', '= Partitions', 'there is no heading yet'],
		['a compound without its headings', 'Walls\n& Wall paint', 'needs “ = ”']
	])('refuses %s with its line', (_, text, message) => {
		expect(() => parseVocabularyText(text)).toThrow(message);
	});

	it('names headings in addresses without marks or capitals', () => {
		expect(slug('Niños’ “Rooms”, Shared (Día)')).toBe('ninos-rooms-shared-dia');
		expect(demoUri('alder', 'Room Acoustics')).toBe('https://alder.example/headings/room-acoustics');
	});
});

describe('the demo vocabularies', () => {
	it.each(DEMO_INDEXES.map(({ code }) => [code]))(
		'%s is read without loss and large enough to browse',
		(code) => {
			const { counts, findings } = reading(code);
			expect(counts.refused).toBe(0);
			expect(counts.headings).toBeGreaterThanOrEqual(250);
			expect(counts.entryTerms).toBeGreaterThanOrEqual(500);
			expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
			expect(findings.map(({ rule }) => rule)).not.toContain('cycle');
		}
	);

	it.each(DEMO_INDEXES.map(({ code }) => [code]))('%s has a scope note on most of its headings', (code) => {
		const { headings } = reading(code).data;
		const noted = headings.filter(({ notes }) => notes.some(({ kind }) => kind === 'scope'));
		expect(noted.length).toBeGreaterThan(headings.length / 2);
	});

	it('have the character each index is meant to have', () => {
		const depth = (code: string) => {
			const { hierarchy } = indexes.get(code) as EditionIndex;
			return Math.max(...hierarchy.tops().flatMap((top) => [0, ...hierarchy.below(top).depths]));
		};
		expect(depth('bracken')).toBeLessThanOrEqual(depth('yarrow'));
		expect(
			reading('bracken').data.headings.every(({ labels }) => labels.some(({ lang }) => lang === 'es'))
		).toBe(true);
		expect(reading('sorrel').data.headings.every(({ introduced }) => introduced !== undefined)).toBe(true);
		expect(
			reading('sorrel').data.headings.filter(({ broader }) => broader.length > 1).length
		).toBeGreaterThan(10);
		expect(reading('sorrel').data.headings.some(({ broader }) => broader.length > 2)).toBe(true);
		expect(
			reading('yarrow').data.headings.filter(({ aspects }) => aspects.length > 0).length
		).toBeGreaterThan(50);
		expect(
			reading('alder').data.entryTerms.filter(({ headings }) => headings.length > 1).length
		).toBeGreaterThan(5);
		expect(reading('alder').findings.filter(({ rule }) => rule === 'orphan').length).toBeGreaterThan(4);
		for (const code of ['bracken', 'sorrel', 'yarrow', 'alder'])
			expect(reading(code).data.headings.some(({ retired }) => retired !== undefined)).toBe(true);
	});

	it.each([
		['bracken', 'classroom acoustics', 'Noise in schools', 'entry'],
		['bracken', 'acústica del aula', 'Noise in schools', 'entry'],
		['bracken', 'class rooms', 'Classrooms', 'entry'],
		['bracken', 'concentracion', 'Attention', 'entry'],
		['bracken', 'manual dexterity', 'Motor skill learning', 'entry'],
		['sorrel', 'EEG', 'Physiological Measures', 'entry'],
		['sorrel', 'behaviour and environment', 'Environmental Psychology', 'order'],
		['sorrel', 'multi tasking', 'Divided Attention', 'entry'],
		['sorrel', 'noise effect', 'Noise Effects', 'variant'],
		['sorrel', 'mind-wandering', 'Mind Wandering', 'exact'],
		['yarrow', 'shared bays', 'Bays, Shared', 'entry'],
		['yarrow', 'bay, shared', 'Bays, Shared', 'variant'],
		['yarrow', 'hospitalized patients', 'Inpatients', 'entry'],
		['yarrow', 'nurses stations', "Stations, Nurses'", 'entry'],
		['yarrow', 'ear plugs', 'Ear Plugs and Eye Masks', 'entry'],
		['alder', 'soundproofing', 'Sound Insulation', 'entry'],
		['alder', 'RT60', 'Reverberation Time', 'entry'],
		['alder', 'ward acoustics', 'Wards (Hospital)', 'entry'],
		['alder', 'modeling', 'Modelling', 'entry'],
		['alder', 'acoustic room', 'Room Acoustics', 'stem'],
		['alder', 'reverberaton', 'Reverberation', 'typo']
	])('%s: “%s” finds %s, tier %s', (code, query, heading, tier) => {
		expect(best(code, query)).toEqual([heading, tier]);
	});

	it('tell homographs apart and keep false friends in sight', () => {
		const index = indexes.get('alder') as EditionIndex;
		const { matches } = lookup(index.labels, 'absorption', { limit: 20, label: (n) => index.names.at(n) });
		const exact = matches
			.filter(({ tier }) => tier === 'exact')
			.map(({ heading }) => index.names.at(heading));
		expect(exact).toEqual(
			expect.arrayContaining(['Absorption', 'Absorption (Sound)', 'Absorption (Moisture)'])
		);
		expect(best('sorrel', 'absorption')).toEqual(['Absorption (Mental)', 'exact']);
	});
});

describe('the later editions of the demo vocabularies', () => {
	const VOCABULARY = ['Walls', '\t= Partitions', '\tBrick walls', '\tStuds', 'Doors', '\t~ Walls'].join('\n');
	const changed = (...lines: string[]) => {
		const { entries } = applyChanges(parseVocabularyText(VOCABULARY), lines.join('\n'));
		return Object.fromEntries(entries.map((entry) => [entry.label, entry]));
	};

	it('keep a renamed heading’s address and follow its name in later changes', async () => {
		const after = applyChanges(parseVocabularyText(VOCABULARY), 'rename Walls -> Partition walls\nterm Walls = Dividers'); // prettier-ignore
		expect(after.entries[0].terms.map(({ text }) => text)).toEqual(['Partitions', 'Walls', 'Dividers']);
		expect(after.entries[1].parent).toBe('Partition walls');
		expect(await toTurtle('x', after)).toContain('x:walls a skos:Concept');
	});

	it('split, merge, move, add and retire', () => {
		const { Walls, Studs, Inner } = changed('split Walls -> Inner + Outer');
		expect(Walls).toMatchObject({ retired: '2025', terms: [] });
		expect(Studs.parent).toBe('Inner');
		expect(Inner.predecessors).toEqual(['Walls']);
		const merged = changed('merge Walls + Doors -> Parts', 'move Studs : Parts -> Brick walls');
		expect(merged.Parts).toMatchObject({ predecessors: ['Walls', 'Doors'], introduced: '2025' });
		expect(merged.Studs.parent).toBe('Brick walls');
		const added = changed(
			'add Doors > Gates : Outer doors. = Barriers; Wickets',
			'retire Doors 2025 : Gone.'
		);
		expect(added.Gates).toMatchObject({ parent: 'Doors', scopeNote: 'Outer doors.' });
		expect(added.Doors).toMatchObject({ retired: '2025', historyNote: 'Gone.' });
	});

	it.each([
		['rename Roofs -> Tops', 'Line 1: there is no heading “Roofs”'],
		['move Studs : Doors -> Walls', '“Studs” does not stand under “Doors”'],
		['move Studs : -> Doors', '“Studs” stands under “Walls” already'],
		['add Doors > Walls : Again. = Same', '“Walls” stands already'],
		['paint Walls', '“paint” is no kind of change'],
		['split Walls', 'does not follow the notation']
	])('refuse “%s”', (line, message) => {
		expect(() => changed(line)).toThrow(message);
	});

	it.each(DEMO_INDEXES.map(({ code }) => [code]))(
		'%s changes in some thirty places and stays sound',
		async (code) => {
			const { data, counts, findings } = await vocabulary(code, true);
			expect(counts.refused).toBe(0);
			expect(findings.filter(({ rule }) => rule !== 'orphan')).toEqual([]);
			const before = new Map(reading(code).data.headings.map((heading) => [heading.uri, heading]));
			const retired = data.headings.filter((heading) => heading.retired && !before.get(heading.uri)?.retired);
			const added = data.headings.filter(({ uri }) => !before.has(uri));
			const renamed = data.headings.filter(({ uri, labels }) => {
				const old = before.get(uri);
				return old && old.labels[0].text !== labels[0].text;
			});
			expect(added.length).toBeGreaterThanOrEqual(9);
			expect(retired.length).toBeGreaterThanOrEqual(5);
			expect(renamed.length).toBeGreaterThanOrEqual(5);
			expect(source(`${code}.next`).match(/^[a-z]/gm)?.length).toBeGreaterThanOrEqual(26);
			// Nothing that somebody may have recorded goes without a trace.
			for (const uri of before.keys())
				expect(data.headings.some((heading) => heading.uri === uri)).toBe(true);
		}
	);
});

describe('the demo inquiries', () => {
	it.each(DEMO_INQUIRIES.map((inquiry) => [inquiry.title, inquiry] as const))(
		'%s can be made, and picks only headings that exist',
		(_, inquiry) => {
			const start = emptyInquiry({
				id: inquiry.id,
				title: inquiry.title,
				question: inquiry.question,
				indexes: DEMO_INDEXES.map(({ code }) => code)
			});
			const commands = commandsOf(inquiry, demoUri, () => '1');
			const made = commands.reduce((state, command) => apply(state, execute(state, command)), start);
			for (const pick of Object.values(made.picks))
				for (const { uri, label } of pick.headings) {
					const index = indexes.get(pick.indexCode) as EditionIndex;
					expect(index.find(uri), uri).toBeDefined();
					expect(index.names.at(index.find(uri) as number)).toBe(label);
				}
			expect(Object.keys(made.concepts)).toHaveLength(inquiry.concepts.length);
		}
	);

	it('were made in a fortnight that leaves nothing out and does nothing twice', () => {
		const [, quiet] = DEMO_INQUIRIES;
		const all = commandsOf(quiet, demoUri, () => '1');
		const done = FORTNIGHT.flatMap(({ steps }) => steps.flatMap((step) => commandsOfStep(step, all)));
		const ofCrosswalk = done.filter(({ kind }) => kind !== 'strategy.set');
		expect(ofCrosswalk).toHaveLength(all.length);
		expect(new Set(ofCrosswalk)).toEqual(new Set(all));
		const days = FORTNIGHT.map(({ ago }) => ago);
		expect(days).toEqual([...days].sort((a, b) => b - a));
		expect(days[days.length - 1]).toBeGreaterThan(0);
	});

	it('keep and drop works by their titles, each once, and leave open what these do not tell', () => {
		const works = [
			'Noise on wards at night',
			'Reverberation and pupils',
			'Noise in open-plan offices near a school',
			'Echo in a test chamber',
			'Rest of those who use the rooms'
		].map((title, i) => ({ id: `e${i}`, title }));
		const listed: Command = {
			kind: 'entries.add',
			from: 'a run',
			entries: works.map((work) => ({
				...work,
				records: [{ indexCode: 'alder', record: work.id }],
				authors: '',
				source: '',
				year: null
			}))
		};
		const before = emptyInquiry({ id: 'q', title: '', question: '', indexes: [] });
		const done = [listed, ...decisionsOn(works)].reduce(
			(state, one) => apply(state, execute(state, one)),
			before
		);
		expect(works.map(({ id }) => done.entries[id].decision)).toEqual([
			'keep',
			'keep',
			'drop',
			'drop',
			'open'
		]);
		expect(done.entries.e0.tags).toEqual(['wards']);
		expect(done.entries.e2.reason).toContain('offices');
		expect(done.entries.e4.note).not.toBe('');
	});

	it('leave work to do: decided, undecided and empty cells side by side', () => {
		const [steady, quiet] = DEMO_INQUIRIES;
		expect(commandsOf(steady, demoUri, () => '').some(({ kind }) => kind === 'pick.add')).toBe(false);
		const kinds = new Set(commandsOf(quiet, demoUri, () => '').map(({ kind }) => kind));
		expect([...kinds]).toEqual(
			expect.arrayContaining(['pick.add', 'cell.noHeading', 'concept.set', 'word.add'])
		);
		expect(cellState(emptyInquiry({ id: '', title: '', question: '', indexes: [] }), 'a', 'b')).toBe(
			'undecided'
		);
	});
});
