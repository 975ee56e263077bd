import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, type Command, type Inquiry, type Pick } from '../crosswalk';
import { differenceOf } from '../edition/difference';
import { EditionIndex } from '../edition/edition-index';
import { copyOf, drafts, labelAt, renumbered, vocabularyOf } from '../edition/later-edition.test-aid';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { branchChanges } from './branch-changes';
import { EditionStep } from './edition-step';
import { leaving, repairsOf, type Repair } from './proposing';

const stepOf = (before: VocabularyData, now: VocabularyData) =>
	new EditionStep(
		{ label: '2024', index: EditionIndex.build(before) },
		{ label: '2025', index: EditionIndex.build(now) },
		differenceOf(before, now)
	);

/** An inquiry with these picks, each of headings of a vocabulary by their labels. */
function inquiryWith(
	data: VocabularyData,
	picks: ({ of: string[]; cuts?: string[] } & Partial<Omit<Pick, 'headings' | 'cuts'>>)[]
): Inquiry {
	const start = emptyInquiry({ id: 'q', title: 'Quiet', question: '', indexes: ['fern'] });
	const named = (label: string) => {
		const found = data.headings.find(({ labels }) => labels[0].text === label);
		return { uri: found?.uri ?? `https://test.example/unknown/${label}`, label };
	};
	const commands: Command[] = [
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		...picks.map(({ of, cuts = [], ...switches }, i): Command => ({
			kind: 'pick.add',
			id: `p${i}`,
			conceptId: 'c',
			indexCode: 'fern',
			edition: '2024',
			headings: of.map(named),
			cuts: cuts.map(named),
			...switches
		}))
	];
	return commands.reduce((state, command) => apply(state, execute(state, command)), start);
}

const taken = (inquiry: Inquiry, command: Command) => apply(inquiry, execute(inquiry, command));
const labels = (inquiry: Inquiry) =>
	Object.values(inquiry.picks)
		.sort((a, b) => a.position - b.position)
		.map(({ headings }) => headings.map(({ label }) => label).join(' + '));
const all = () => true;
const none = () => false;

const before = vocabularyOf([
	{ label: 'Rooms' },
	{ label: 'Noise', broader: ['Rooms'], entry: ['Din', 'Racket'], note: 'Unwanted sound.' },
	{ label: 'Alarms', broader: ['Noise'] },
	{ label: 'Rest', broader: ['Rooms'] },
	{ label: 'Calm', broader: ['Rooms'] }
]);
const place = Object.fromEntries(before.headings.map(({ labels: [{ text }] }, n) => [text, n]));
/** A later edition, by what is done to a copy. */
function later(change: (data: VocabularyData, at: (label: string) => VocabularyData['headings'][0]) => void) {
	const data = copyOf(before);
	change(data, (label) => data.headings[place[label]]);
	return data;
}
function addTo(data: VocabularyData, label: string, broader: number[], replaces: number[] = []): void {
	const n = data.headings.length;
	data.headings.push({
		...copyOf(before).headings[0],
		uri: `https://test.example/new/${label}`,
		key: `new${n}`,
		labels: [{ lang: 'en', text: label }],
		broader,
		replaces
	});
}
const only = (repairs: readonly Repair[]): Repair => {
	expect(repairs).toHaveLength(1);
	return repairs[0];
};

describe('a repair', () => {
	it('of a renamed heading is the same pick under its new label', () => {
		const now = later((_, at) => (at('Noise').labels[0].text = 'Unwanted Sound'));
		const inquiry = inquiryWith(before, [
			{ of: ['Noise'], fit: 'exact', note: 'As said.' },
			{ of: ['Rest'] }
		]);
		const repair = only(repairsOf(inquiry, 'fern', stepOf(before, now), all));
		expect(repair).toMatchObject({ id: 'p0', touched: ['renamed'], from: '2024', to: '2025' });
		expect(repair.happened).toEqual(['“Noise” is called “Unwanted Sound” now.']);
		const after = taken(inquiry, repair.take);
		expect(after.picks.p0).toEqual({
			...inquiry.picks.p0,
			headings: [{ uri: before.headings[place.Noise].uri, label: 'Unwanted Sound' }],
			edition: '2025'
		});
		expect(after.picks.p1).toEqual(inquiry.picks.p1);
	});

	it('of a heading under another identifier follows it', () => {
		const now = renumbered(before);
		const inquiry = inquiryWith(before, [{ of: ['Noise'], withNarrower: true, cuts: ['Alarms'] }]);
		const repair = only(repairsOf(inquiry, 'fern', stepOf(before, now), all));
		expect(repair.below).toEqual({ came: [], went: [] });
		expect(taken(inquiry, repair.take).picks.p0).toMatchObject({
			headings: [{ uri: now.headings[place.Noise].uri }],
			cuts: [{ uri: now.headings[place.Alarms].uri }]
		});
	});

	it('of a split heading picks all it was split into; it stays itself while records carry it', () => {
		const now = later((data, at) => {
			at('Noise').retired = 2025;
			addTo(data, 'Loudness', [0], [place.Noise]);
			addTo(data, 'Disturbance', [0], [place.Noise]);
		});
		const inquiry = inquiryWith(before, [{ of: ['Noise'], chief: true, fit: 'close' }]);
		const [kept, gone] = [all, none].map((tagged) =>
			only(repairsOf(inquiry, 'fern', stepOf(before, now), tagged))
		);
		expect(kept.touched).toEqual(['retired', 'split']);
		const after = taken(inquiry, kept.take);
		expect(labels(after)).toEqual(['Noise', 'Loudness', 'Disturbance']);
		expect(after.picks['p0.1']).toMatchObject({ chief: true, fit: 'notJudged', edition: '2025', note: 'Takes over from “Noise”.' }); // prettier-ignore
		expect(labels(taken(inquiry, gone.take))).toEqual(['Loudness', 'Disturbance']);
	});

	it('of merged headings picks what they were merged in, once', () => {
		const now = later((data, at) => {
			at('Rest').retired = 2025;
			at('Calm').retired = 2025;
			addTo(data, 'Peace', [0], [place.Rest, place.Calm]);
		});
		let inquiry = inquiryWith(before, [{ of: ['Rest'] }, { of: ['Calm'] }]);
		const step = stepOf(before, now);
		expect(repairsOf(inquiry, 'fern', step, none)).toHaveLength(2);
		for (
			let [next] = repairsOf(inquiry, 'fern', step, none);
			next;
			[next] = repairsOf(inquiry, 'fern', step, none)
		)
			// prettier-ignore
			inquiry = taken(inquiry, next.take);
		expect(labels(inquiry)).toEqual(['Peace']);
	});

	it('of a heading retired without a successor keeps the pick, searched only where records carry it', () => {
		const now = later((_, at) => (at('Rest').retired = 2025));
		const inquiry = inquiryWith(before, [{ of: ['Rest'] }]);
		const of = (tagged: () => boolean) => only(repairsOf(inquiry, 'fern', stepOf(before, now), tagged));
		expect(taken(inquiry, of(all).take).picks.p0).toMatchObject({ role: 'searched', edition: '2025' });
		expect(taken(inquiry, of(none).take).picks.p0).toMatchObject({ role: 'recorded', edition: '2025' });
		expect(of(none).proposal).toContain('recorded only');
	});

	it('of changed notes asks for the fit anew, where there is one', () => {
		const now = later((_, at) => (at('Noise').notes[0].text = 'Sound of any kind.'));
		const inquiry = inquiryWith(before, [{ of: ['Noise'], fit: 'exact' }]);
		const repair = only(repairsOf(inquiry, 'fern', stepOf(before, now), all));
		expect(repair.touched).toEqual(['noteChanged']);
		expect(taken(inquiry, repair.take).picks.p0).toMatchObject({ fit: 'notJudged', edition: '2025' });
	});

	it('is for what came, went or moved below a pick with its narrower headings, and for no other', () => {
		const now = later((data, at) => {
			addTo(data, 'Sirens', [place.Noise]);
			at('Alarms').broader = [place.Calm];
		});
		const step = stepOf(before, now);
		const below = only(
			repairsOf(inquiryWith(before, [{ of: ['Noise'], withNarrower: true }]), 'fern', step, all)
		);
		expect(below.touched).toEqual(['below']);
		expect(below.below.came.map(({ label }) => label)).toEqual(['Sirens']);
		expect(below.below.went.map(({ label }) => label)).toEqual(['Alarms']);
		expect(repairsOf(inquiryWith(before, [{ of: ['Noise'] }]), 'fern', step, all)).toEqual([]);
		const cut = inquiryWith(before, [{ of: ['Calm'], withNarrower: true, cuts: ['Alarms'] }]);
		expect(repairsOf(cut, 'fern', step, all)).toEqual([]);
	});

	it('of headings held together follows each of them', () => {
		const now = later((data, at) => {
			at('Rest').labels[0].text = 'Repose';
			at('Noise').retired = 2025;
			addTo(data, 'Loudness', [0], [place.Noise]);
			addTo(data, 'Disturbance', [0], [place.Noise]);
		});
		const inquiry = inquiryWith(before, [{ of: ['Noise', 'Rest'] }]);
		const repair = only(repairsOf(inquiry, 'fern', stepOf(before, now), none));
		expect(labels(taken(inquiry, repair.take))).toEqual(['Loudness + Repose', 'Disturbance + Repose']);
	});

	it('follows branches that are left out', () => {
		const now = later((data, at) => {
			at('Alarms').retired = 2025;
			addTo(data, 'Bells', [place.Noise], [place.Alarms]);
			addTo(data, 'Buzzers', [place.Noise], [place.Alarms]);
		});
		const inquiry = inquiryWith(before, [{ of: ['Noise'], withNarrower: true, cuts: ['Alarms'] }]);
		const repair = only(repairsOf(inquiry, 'fern', stepOf(before, now), all));
		expect(taken(inquiry, repair.take).picks.p0.cuts.map(({ label }) => label)).toEqual([
			'Alarms',
			'Bells',
			'Buzzers'
		]);
	});

	it('of a cell without a heading comes when a word that was tried leads to one', () => {
		const now = later((data) => {
			addTo(data, 'Hush', [0]);
			data.entryTerms.push({ lang: 'en', text: 'Stillness', headings: [place.Calm] });
		});
		const start = inquiryWith(before, []);
		const decide = (...tried: string[]): Inquiry =>
			taken(start, { kind: 'cell.noHeading', conceptId: 'c', indexCode: 'fern', tried, edition: '2024' });
		const step = stepOf(before, now);
		const repair = only(repairsOf(decide('stillness', 'HUSH', 'pause'), 'fern', step, all));
		expect(repair.happened[0]).toContain('“Calm”');
		expect(repair.happened[0]).toContain('“Hush”');
		expect(taken(decide('hush'), repair.take).cells['c:fern'].noHeading).toBe(false);
		const left = taken(decide('hush'), leaving(repair, 'Not what is meant.'));
		expect(left.cells['c:fern']).toMatchObject({ noHeading: true, tried: ['hush'], edition: '2025', note: 'Not what is meant.' }); // prettier-ignore
		expect(repairsOf(decide('din', 'pause'), 'fern', step, all)).toEqual([]);
	});

	it('is not for what was rejected, nor for picks of another edition or index', () => {
		const now = later((_, at) => (at('Noise').labels[0].text = 'Unwanted Sound'));
		const inquiry = inquiryWith(before, [{ of: ['Noise'], role: 'rejected' }]);
		expect(repairsOf(inquiry, 'fern', stepOf(before, now), all)).toEqual([]);
		const other = inquiryWith(before, [{ of: ['Noise'], edition: '2023' }]);
		expect(repairsOf(other, 'fern', stepOf(before, now), all)).toEqual([]);
		expect(repairsOf(inquiryWith(before, [{ of: ['Noise'] }]), 'moss', stepOf(before, now), all)).toEqual([]);
	});

	it('once taken or left is not proposed again, whatever changed', () => {
		const edits = fc.array(
			fc.record({
				rename: fc.boolean(),
				retire: fc.boolean(),
				note: fc.boolean(),
				up: fc.boolean(),
				heir: fc.nat(3)
			}),
			{ minLength: 14, maxLength: 14 }
		);
		const chosen = fc.array(fc.record({ of: fc.nat(), narrower: fc.boolean(), cut: fc.nat() }), {
			minLength: 1,
			maxLength: 6
		});
		fc.assert(
			fc.property(
				drafts,
				edits,
				chosen,
				fc.boolean(),
				fc.boolean(),
				(rows, changes, picks, leave, tagged) => {
					const old = vocabularyOf(rows);
					const now = copyOf(old);
					rows.forEach((_, n) => {
						const heading = now.headings[n];
						const { rename, retire, note, up, heir } = changes[n];
						if (rename) heading.labels = [{ lang: 'en', text: `${labelAt(n)} anew` }];
						if (note) heading.notes = [{ kind: 'scope', lang: 'en', text: 'Otherwise.' }];
						if (up) heading.broader = heading.broader.slice(1);
						if (retire) heading.retired = 2025;
						if (retire) for (let i = 0; i < heir; i++) addTo(now, `Heir ${n} ${i}`, heading.broader, [n]);
					});
					const at = (n: number) => labelAt(n % rows.length);
					let inquiry = inquiryWith(
						old,
						picks.map(({ of, narrower, cut }) => ({ of: [at(of)], withNarrower: narrower, cuts: [at(cut)] }))
					);
					const step = stepOf(old, now);
					const open = () => repairsOf(inquiry, 'fern', step, () => tagged);
					const first = open();
					for (const { happened, proposal } of first) {
						expect(happened.length).toBeGreaterThan(0);
						expect(proposal).not.toBe('');
					}
					for (let turns = 0; open().length > 0; turns++) {
						expect(turns).toBeLessThan(20);
						const [repair] = open();
						inquiry = taken(inquiry, leave ? leaving(repair, 'It is well as it is.') : repair.take);
					}
					if (leave) expect(labels(inquiry)).toEqual(labels(inquiryWith(old, picks.map(({ of }) => ({ of: [at(of)] }))))); // prettier-ignore
					// What was not touched is as it was.
					for (const pick of Object.values(inquiry.picks))
						if (pick.edition === '2024') expect(first.map(({ id }) => id)).not.toContain(pick.id);
				}
			)
		);
	});
});

describe('branches', () => {
	it('count what changed in each, in both editions together', () => {
		const now = later((data, at) => {
			addTo(data, 'Light', []);
			addTo(data, 'Glare', [data.headings.length - 1]);
			at('Alarms').broader = [];
		});
		const [old, next] = [EditionIndex.build(before), EditionIndex.build(now)];
		const { changes } = differenceOf(before, now);
		expect(branchChanges(changes, old, next)).toEqual([
			{ id: 'new5', label: 'Light', headings: 2, changed: 2, gone: false },
			{ id: `h${place.Alarms}`, label: 'Alarms', headings: 1, changed: 1, gone: false },
			{ id: 'h0', label: 'Rooms', headings: 5, changed: 1, gone: false }
		]);
	});
});
