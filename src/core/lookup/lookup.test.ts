import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionIndex } from '../edition/edition-index';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { closeness, lookup } from './lookup';
import { TIERS } from './tiers';
import { alignment } from './alignment.test-aid';
import { costOfSlips, editsFor } from './corrections';
import { remarksOn } from './query-remarks';

const data = vocabularyOf(
	[
		{
			label: 'Attention',
			entry: ['Concentration', 'Paying attention'],
			note: 'Directing the mind to a task.'
		},
		{ label: 'Bays, Shared', entry: ['Multi-bed rooms'] },
		{ label: 'Absorption (Sound)', entry: ['Sound absorption'] },
		{ label: 'Absorption (Moisture)' },
		{ label: 'Noise in Schools', entry: ['Classroom acoustics'] },
		{ label: 'Sound Insulation', entry: ['Soundproofing'] },
		{ label: 'Noise Reduction Coefficient', entry: ['NRC'] },
		{ label: 'Attention Span' },
		{ label: 'Walls' },
		{ label: 'Paint' }
	],
	{ 'Wall paint': ['Walls', 'Paint'] }
);
const index = EditionIndex.fromBytes(EditionIndex.build(data).toBytes()) as EditionIndex;
const ask = (query: string, limit = 20) =>
	lookup(index.labels, query, { limit, label: (n) => index.names.at(n) });
const first = (query: string) => {
	const [match] = ask(query).matches;
	return match && [index.names.at(match.heading), match.tier, match.text];
};

describe('lookup', () => {
	it.each([
		['attention', 'Attention', 'exact', 'Attention'],
		['absorption', 'Absorption (Moisture)', 'exact', 'Absorption (Moisture)'],
		['CONCENTRATION', 'Attention', 'entry', 'Concentration'],
		['shared bay', 'Bays, Shared', 'variant', 'Bays, Shared'],
		['multibed room', 'Bays, Shared', 'variant', 'Multi-bed rooms'],
		['sound proofing', 'Sound Insulation', 'variant', 'Soundproofing'],
		['schools noise', 'Noise in Schools', 'order', 'Noise in Schools'],
		['insulating sound', 'Sound Insulation', 'stem', 'Sound Insulation'],
		['noise coefficient', 'Noise Reduction Coefficient', 'all-words', 'Noise Reduction Coefficient'],
		['elephant paint', 'Paint', 'some-words', 'Paint'],
		['mind', 'Attention', 'note', 'Attention'],
		['atention', 'Attention', 'typo', 'Attention'],
		['attnetion', 'Attention', 'typo', 'Attention']
	])('finds %s as %s, tier %s, by %s', (query, heading, tier, text) =>
		expect(first(query)).toEqual([heading, tier, text])
	);

	it('takes solid, open and hyphenated forms within labels for one another', () => {
		const rooms = EditionIndex.build(
			vocabularyOf([
				{ label: 'Well-being in buildings' },
				{ label: 'Open-plan offices' },
				{ label: 'Walls', entry: ['Sound proofing of walls', 'Soundproofing'] },
				{ label: 'Inservice training of teachers' },
				{ label: 'Hearing Aids' },
				{ label: 'Wells' }
			])
		);
		const found = (query: string, isKnown = () => false) =>
			lookup(rooms.labels, query, { limit: 20, label: (n) => rooms.names.at(n), isKnown }).matches.map(
				({ heading, tier, text }) => [rooms.names.at(heading), tier, text]
			);
		expect(found('wellbeing')).toEqual([['Well-being in buildings', 'all-words', 'Well-being in buildings']]);
		expect(found('well being of buildings')[0]).toEqual(['Well-being in buildings', 'order', 'Well-being in buildings']);
		expect(found('openplan')).toEqual([['Open-plan offices', 'all-words', 'Open-plan offices']]);
		expect(found('openplan office')[0]).toEqual(['Open-plan offices', 'variant', 'Open-plan offices']);
		expect(found('soundproof wall')[0]).toEqual(['Walls', 'all-words', 'Sound proofing of walls']);
		expect(found('soundproof')[0].slice(0, 2)).toEqual(['Walls', 'stem']);
		expect(found('in-service training')[0].slice(0, 2)).toEqual(['Inservice training of teachers', 'all-words']);
		// A word that people use elsewhere is no slip of the pen for another that a label happens to have.
		expect(found('kids')[0].slice(0, 2)).toEqual(['Hearing Aids', 'typo']);
		expect(found('kids', () => true)).toEqual([]);
	}); // prettier-ignore

	it('lets corrections follow what only shares the stem of a word that no label has, and not what is a form of it', () => {
		const offices = EditionIndex.build(
			vocabularyOf([
				{ label: 'Consulates' },
				{ label: 'Consultants' },
				{ label: 'Painting' },
				{ label: 'Printing' }
			])
		);
		const of = (query: string, isKnown = false) =>
			lookup(offices.labels, query, {
				limit: 20,
				label: (n) => offices.names.at(n),
				isKnown: () => isKnown
			}).matches.map(({ heading, tier }) => `${offices.names.at(heading)} ${tier}`);
		expect(of('consulant')).toEqual(['Consulates stem', 'Consultants typo']);
		expect(of('consulate')).toEqual(['Consulates variant']);
		// Another vocabulary has the word, so nothing is wrong with it.
		expect(of('consulant', true)).toEqual(['Consulates stem']);
	});

	it('takes a misspelt word for the word that was meant, and then leaves out what only the other words match', () => {
		expect(
			ask('sound absorbtion').matches.map(({ heading, tier }) => [index.names.at(heading), tier])
		).toEqual([['Absorption (Sound)', 'typo']]);
		expect(ask('elephant sound').matches.map(({ tier }) => tier)).toEqual(Array(2).fill('some-words'));
	});

	it('takes a word for one with as many slips as its length allows, and says for which', () => {
		expect(first('apsorbtion')).toEqual(['Absorption (Moisture)', 'typo', 'Absorption (Moisture)']);
		expect(ask('noize').matches.map(({ tier, via }) => [tier, via])).toEqual(
			Array(2).fill(['typo', 'noise'])
		);
		expect(ask('nouzi').matches).toEqual([]);
		expect([3, 4, 5, 6, 11, 12].map(editsFor)).toEqual([0, 1, 1, 2, 2, 3]);
		expect(first('soundinsulation')?.[0]).toBe('Sound Insulation');
		expect(first('atten tion')?.slice(0, 2)).toEqual(['Attention', 'variant']);
	});

	it('never takes a word for another that a label, a note or another vocabulary has', () => {
		expect(ask('directing').matches.map(({ tier }) => tier)).toEqual(['note']);
		const known = lookup(index.labels, 'pant', {
			limit: 5,
			label: (n) => index.names.at(n),
			isKnown: (word) => word === 'pant'
		});
		expect(known.matches).toEqual([]);
		expect(first('pant')).toEqual(['Paint', 'typo', 'Paint']);
	});

	it('finds by the beginning of a word, the last one or one with a *', () => {
		expect(first('absorp')).toEqual(['Absorption (Moisture)', 'begins', 'Absorption (Moisture)']);
		expect(first('insula*')).toEqual(['Sound Insulation', 'begins', 'Sound Insulation']);
		expect(first('red* noise')?.[0]).toBe('Noise Reduction Coefficient');
		// Two letters are enough beside a word that stands there whole, and too few alone.
		expect(first('noise re')?.slice(0, 2)).toEqual(['Noise Reduction Coefficient', 'begins']);
		expect(ask('re*').matches).toEqual([]);
		for (const nothing of ['*', '* *', 'zz*zz']) expect(ask(nothing).matches).toEqual([]);
	});

	it('puts matches by the rarer word first', () => {
		const { matches } = ask('reduction of noise in schools elephant');
		expect(matches.map(({ tier }) => tier)).toEqual(Array(matches.length).fill('some-words'));
		expect(matches.slice(0, 2).map(({ heading }) => index.names.at(heading))).toEqual([
			'Noise in Schools',
			'Noise Reduction Coefficient'
		]);
	});

	it('finds what an acronym stands for, and says so', () => {
		const [match] = ask('nrc').matches;
		expect([index.names.at(match.heading), match.tier]).toEqual(['Noise Reduction Coefficient', 'entry']);
		const foreign = lookup(index.labels, 'SI', {
			limit: 5,
			label: (n) => index.names.at(n),
			acronyms: [{ acronym: 'SI', expansion: 'Sound insulation' }]
		}).matches[0];
		expect([foreign.tier, foreign.via]).toEqual(['variant', 'Sound insulation']);
	});

	it('offers both homographs, each a row of its own', () => {
		const found = ask('absorption').matches.filter(({ tier }) => tier === 'exact');
		expect(found.map(({ heading }) => index.names.at(heading)).sort()).toEqual([
			'Absorption (Moisture)',
			'Absorption (Sound)'
		]);
	});

	it('gives every heading of a compound entry term, side by side', () => {
		const found = ask('wall paint').matches.filter(({ tier }) => tier === 'entry');
		expect(found.map(({ heading }) => index.names.at(heading))).toEqual(['Walls', 'Paint']);
		expect(found[0].together).toHaveLength(2);
	});

	it('shows neighbours of the alphabet when nothing matches, and nothing for an empty query', () => {
		const { matches, neighbours } = ask('zzzz');
		expect(matches).toEqual([]);
		expect(neighbours.map(({ text }) => text)).toContain('Walls');
		expect(ask(' - ')).toEqual({ matches: [], neighbours: [] });
	});

	it('orders by tier, one row a heading, within the limit, for any query', () => {
		const word = fc.constantFrom(
			'attention', 'atention', 'noise', 'shared', 'sound', 'absorption', 'walls', 'wall', 'paint', 'mind', 'in', 'coefficient', 'classroom', 'x'
		); // prettier-ignore
		fc.assert(
			fc.property(
				fc.array(word, { minLength: 1, maxLength: 4 }),
				fc.integer({ min: 1, max: 12 }),
				(words, limit) => {
					const { matches } = ask(words.join(' '), limit);
					expect(matches.length).toBeLessThanOrEqual(limit);
					const tiers = matches.map(({ tier }) => TIERS.indexOf(tier));
					expect(tiers).toEqual([...tiers].sort((a, b) => a - b));
					const headings = matches.map(({ heading }) => heading);
					expect(new Set(headings).size).toBe(headings.length);
				}
			)
		);
	});

	it('begins a longer answer with the shorter one', () => {
		for (const query of ['noise', 'sound absorption', 'attention span walls'])
			for (const limit of [1, 2, 3, 5]) {
				const ids = (most: number) => ask(query, most).matches.map(({ heading }) => heading);
				expect(ids(20).slice(0, limit)).toEqual(ids(limit));
			}
	});
});

describe('closeness', () => {
	it('lies between 0 and 1, is 1 for equal texts only, and does not depend on the order', () => {
		fc.assert(
			fc.property(fc.string(), fc.string(), (a, b) => {
				const value = closeness(a, b);
				expect(value).toBeGreaterThanOrEqual(0);
				expect(value === 1).toBe(a === b);
				expect(value).toBe(closeness(b, a));
			})
		);
	});
});

describe('what slips cost', () => {
	const letters = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'k', 'e'), minLength: 1, maxLength: 8 });

	it('is nothing for a word itself, and something within the number of edits that optimal string alignment counts', () => {
		fc.assert(
			fc.property(letters, letters, (meant, typed) => {
				const edits = alignment(meant, typed);
				expect(costOfSlips(meant, meant, 3)).toBe(0);
				for (const most of [1, 2, 3]) {
					const cost = costOfSlips(meant, typed, most);
					if (cost < Infinity) expect(cost).toBeGreaterThanOrEqual(meant === typed ? 0 : 0.2);
					// Cheap slips may be more than the fewest, but never fewer than there must be.
					if (edits > most) expect(cost).toBe(Infinity);
				}
			})
		);
	});

	it('is less for what people often do', () => {
		const cost = (meant: string, typed: string) => costOfSlips(meant, typed, 2);
		expect(cost('attention', 'atention')).toBeLessThan(cost('attention', 'attenion'));
		expect(cost('separate', 'seperate')).toBeLessThan(cost('separate', 'sebarate'));
		expect(cost('noise', 'nosie')).toBeLessThan(cost('noise', 'noide'));
		expect(cost('phonetic', 'phometic')).toBeLessThan(cost('phonetic', 'phobetic'));
		expect(cost('attention', 'zttention')).toBeGreaterThan(cost('attention', 'attemtiom') / 2);
	});
});

describe('slips of the pen', () => {
	const wordOf = (minLength: number) =>
		fc.string({ unit: fc.constantFrom('p', 'q', 'r', 't', 'ж', 'ñ'), minLength, maxLength: minLength + 5 });
	const slip = fc.record({ at: fc.nat(), kind: fc.constantFrom('inserted', 'substituted', 'deleted') });
	const slipIn = (word: string, { at, kind }: { at: number; kind: string }) => {
		const place = at % word.length;
		return (
			word.slice(0, place) +
			(kind === 'deleted' ? '' : 'k') +
			word.slice(kind === 'inserted' ? place : place + 1)
		);
	};
	const swapIn = (word: string, at: number) => {
		const place = at % (word.length - 1);
		return word.slice(0, place) + word[place + 1] + word[place] + word.slice(place + 2);
	};
	const found = (words: string[], query: string) => {
		const small = EditionIndex.build(vocabularyOf(words.map((label) => ({ label }))));
		const { matches } = lookup(small.labels, query, { limit: 50, label: (n) => small.names.at(n) });
		return matches.map(({ heading }) => heading);
	};

	it('are found wherever one stands in a word, in any alphabet', () => {
		fc.assert(
			fc.property(fc.uniqueArray(wordOf(6), { minLength: 1, maxLength: 12 }), slip, (words, slip) => {
				expect(found(words, slipIn(words[0], slip))).toContain(0);
				expect(found(words, swapIn(words[0], slip.at))).toContain(0);
			})
		);
	});

	it('are found wherever two stand in a long word, when nothing else matches', () => {
		fc.assert(
			fc.property(wordOf(10), slip, slip, (word, one, other) => {
				expect(found([word], slipIn(slipIn(word, one), other))).toEqual([0]);
			})
		);
	});
});

describe('words of other languages and scripts', () => {
	const labelled = (lang: string, text: string) => ({ lang, text });
	const { headings, ...rest } = vocabularyOf([
		{ label: 'Hospitals' },
		{ label: 'Schools' },
		{ label: 'Noise' },
		{ label: 'Patient rooms' }
	]);
	const others = [
		[labelled('es', 'Hospitales públicos'), labelled('ru', 'Больницы')],
		[labelled('el', 'Σχολεία'), labelled('ar', 'المدارس الابتدائية')],
		[labelled('zh', '室内噪声'), labelled('fr-CA', 'Bruits généraux')],
		[labelled('es', 'Habitaciones de pacientes')]
	];
	const { labels, names } = EditionIndex.build({
		...rest,
		headings: headings.map((heading, n) => ({ ...heading, labels: [...heading.labels, ...others[n]] }))
	});
	const found = (query: string) => {
		const [match] = lookup(labels, query, { limit: 5, label: (n) => names.at(n) }).matches;
		return match && [names.at(match.heading), match.tier, match.lang];
	};

	it.each([
		['hospital público', 'Hospitals', 'all-words', 'es'],
		['paciente habitación', 'Patient rooms', 'stem', 'es'],
		['hospitales publicos', 'Hospitals', 'exact', 'es'],
		['больница', 'Hospitals', 'all-words', 'ru'],
		['ΣΧΟΛΕΙΑ', 'Schools', 'exact', 'el'],
		['σχολεία', 'Schools', 'exact', 'el'],
		['المدارس', 'Schools', 'all-words', 'ar'],
		['مَدارِس', 'Schools', 'all-words', 'ar'],
		['噪声', 'Noise', 'all-words', 'zh'],
		['室内', 'Noise', 'all-words', 'zh'],
		['général', 'Noise', 'all-words', 'fr-CA']
	])('%s leads to %s', (query, heading, tier, lang) => expect(found(query)).toEqual([heading, tier, lang]));
});

describe('reasons', () => {
	const words = (query: string) => ask(query).matches[0]?.words;

	it('name the word that stands where another was typed, and say why it counts', () => {
		expect(words('noise coefficient')).toBeUndefined();
		expect(words('noises coefficients')).toEqual([
			{ asked: 'noises', found: 'noise', why: 'number' },
			{ asked: 'coefficients', found: 'coefficient', why: 'number' }
		]);
		expect(words('insulating sound')).toEqual([{ asked: 'insulating', found: 'insulation', why: 'stem' }]);
		expect(words('elephant paint')).toEqual([{ asked: 'elephant' }]);
		expect(words('noise coeff')).toEqual([{ asked: 'coeff', found: 'coefficient', why: 'begins' }]);
	});

	it('are true: a word that is not named stands in the label', () => {
		const some = fc.constantFrom(
			'noise',
			'noises',
			'sound',
			'insul',
			'insulated',
			'attention',
			'walls',
			'wall',
			'paint'
		);
		fc.assert(
			fc.property(fc.array(some, { minLength: 1, maxLength: 3 }), (asked) => {
				for (const { text, tier, words: named = [] } of ask(asked.join(' ')).matches) {
					if (!['stem', 'all-words', 'begins', 'some-words'].includes(tier)) continue;
					const standing = text.toLowerCase().split(/[^a-z]+/);
					for (const word of asked)
						expect(standing.includes(word) || named.some((one) => one.asked === word)).toBe(true);
					for (const { found } of named) if (found !== undefined) expect(standing).toContain(found);
				}
			})
		);
	});
});

describe('remarks on a query', () => {
	it('are made on what is odd about it, and say what was done', () => {
		expect(remarksOn('quiet rooms')).toEqual([]);
		expect(remarksOn('insomn*')).toEqual([]);
		expect(remarksOn('*')[0]).toMatch(/beginning of the word before it/);
		expect(remarksOn('—')[0]).toMatch(/no letter/);
		expect(remarksOn('sle*p')[0]).toMatch(/“sle” was taken as the beginning/);
		expect(remarksOn('in*')[0]).toMatch(/3 letters or more/);
		expect(remarksOn('x'.repeat(250))[0]).toMatch(/first 200 characters/);
		expect(remarksOn('one two three four '.repeat(10)).join()).toMatch(/40 words/);
		expect(remarksOn('nоise')[0]).toMatch(/different alphabets/);
	});

	it('come beside an answer, whatever is asked', () => {
		fc.assert(
			fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (query) => {
				expect(ask(query).matches.length).toBeLessThanOrEqual(20);
				expect(remarksOn(query).every((remark) => remark.length > 0)).toBe(true);
			})
		);
	});
});
