import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { completeRelations } from '../edition/integrity';
import { vocabularyOf } from './make.test-aid';
import { fieldsOf, mended, MendingError, type HeadingFields, type Mending } from './vocabulary-edit';
import type { VocabularyData } from './vocabulary-data';

const base = () =>
	vocabularyOf(
		[
			{ label: 'Sound', note: 'What is heard.' },
			{ label: 'Noise', broader: ['Sound'], entry: ['Din', 'Racket'], related: ['Quiet'] },
			{ label: 'Traffic noise', broader: ['Noise'] },
			{ label: 'Quiet', broader: ['Sound'], related: ['Noise'] }
		],
		{ 'Noise maps': ['Noise', 'Quiet'] }
	);
const at = (data: VocabularyData, label: string) =>
	data.headings.findIndex(({ labels }) => labels[0].text === label);
const named = (data: VocabularyData, list: readonly number[]) =>
	list.map((n) => data.headings[n].labels[0].text).sort();
const change = (data: VocabularyData, label: string, fields: Partial<HeadingFields>): VocabularyData => {
	const n = at(data, label);
	const was = fieldsOf(data, n);
	return mended(data, { kind: 'change', key: data.headings[n].key, was, fields: { ...was, ...fields } });
};

describe('headings typed as lines', () => {
	it('stand below the line that is indented less, with tabs and blanks, and below the heading they were typed at', () => {
		const outline = 'Alarms\n  Bed alarms\n\tPump alarms\n  \nPagers\r\n    Loud pagers';
		const data = mended(base(), { kind: 'add', outline, under: 'h1' });
		const broader = (label: string) => named(data, data.headings[at(data, label)].broader);
		expect(broader('Alarms')).toEqual(['Noise']);
		expect(broader('Bed alarms')).toEqual(['Alarms']);
		expect(broader('Pump alarms')).toEqual(['Bed alarms']);
		expect(broader('Pagers')).toEqual(['Noise']);
		expect(broader('Loud pagers')).toEqual(['Pagers']);
		expect(data.headings.at(-1)).toMatchObject({ key: 'loud-pagers', labels: [{ lang: 'en' }] });
	});

	it('make a vocabulary where there was none, with keys of their own for labels that fold alike to nothing', () => {
		const none: VocabularyData = { headings: [], entryTerms: [], collections: [] };
		const data = mended(none, { kind: 'add', outline: '休\n静\nQuiet: rooms!' });
		expect(data.headings.map(({ key }) => key)).toEqual(['heading', 'heading-2', 'quiet-rooms']);
		expect(new Set(data.headings.map(({ uri }) => uri)).size).toBe(3);
	});

	it.each([
		['', /at least one/],
		['Noise', /“Noise” is a heading already/],
		['din', /an entry term of “Noise”/],
		['Bells\nbells', /typed twice/],
		['x'.repeat(1_001), /1000 letters/],
		['a\n'.repeat(2_001), /too many/]
	])('are refused in words: %j', (outline, words) => {
		expect(() => mended(base(), { kind: 'add', outline })).toThrow(words);
	});
});

describe('a heading changed', () => {
	it('keeps what the form does not show, and gives the rest as it was typed', () => {
		const data = base();
		data.headings[1].notes.push({ kind: 'editorial', lang: 'en', text: 'Ours.' }, { kind: 'scope', lang: 'es', text: 'Ruido.' }); // prettier-ignore
		data.headings[1].notations = [{ text: 'N', type: 'x:code' }, { text: 'M' }];
		data.headings[1].notation = 'N';
		const after = change(data, 'Noise', {
			label: ' Unwanted  sound ',
			entryTerms: ['Din', 'Lärm @de', ' ', 'Din'],
			scopeNote: 'Not wanted.',
			introduced: '1990',
			retired: 'yes',
			broader: ['h0', 'h3'],
			related: []
		});
		const n = at(after, 'Unwanted sound');
		expect(after.headings[n]).toMatchObject({
			notation: 'N',
			notations: [{ text: 'N', type: 'x:code' }, { text: 'M' }],
			introduced: 1990,
			retired: 0,
			broader: [0, 3],
			related: []
		});
		expect(after.headings[n].notes.map(({ text }) => text)).toEqual(['Ours.', 'Ruido.', 'Not wanted.']);
		expect(after.headings[3].related, 'related is so in both directions').toEqual([]);
		expect(after.entryTerms).toEqual([
			{ lang: 'en', text: 'Noise maps', headings: [1, 3] },
			{ lang: 'en', text: 'Din', headings: [1] },
			{ lang: 'de', text: 'Lärm', headings: [1] }
		]);
		expect(data.headings[1].labels[0].text, 'what was given stays').toBe('Noise');
		const renoted = change(after, 'Unwanted sound', { scopeNote: '', notation: '7' });
		expect(renoted.headings[n].notes.map(({ text }) => text)).toEqual(['Ours.', 'Ruido.']);
		expect(renoted.headings[n].notations).toEqual([{ text: '7' }, { text: 'M' }]);
	});

	it.each<[string, Partial<HeadingFields>, RegExp]>([
		['a label that is taken', { label: 'quiet' }, /“quiet” is a heading already/],
		['no label', { label: ' ' }, /needs a label/],
		['itself above itself', { broader: ['h1'] }, /cannot be broader/],
		['what lies below it above it', { broader: ['h2'] }, /“Traffic noise” cannot be broader/],
		['itself related', { related: ['h1'] }, /related to itself/],
		['a heading that is gone', { related: ['h9'] }, /no longer there/],
		['a year that is none', { introduced: 'long ago' }, /“long ago” is no year/]
	])('is refused with %s', (_, fields, words) => {
		expect(() => change(base(), 'Noise', fields)).toThrow(words);
	});

	it('is refused where somebody changed it meanwhile, and taken where only the order is another', () => {
		const data = base();
		const was = fieldsOf(data, 1);
		const mending: Mending = { kind: 'change', key: 'h1', was, fields: { ...was, notation: '5' } };
		expect(() => mended(change(data, 'Noise', { scopeNote: 'New.' }), mending)).toThrow(/meanwhile/);
		const turned = { ...was, entryTerms: [...was.entryTerms].reverse() };
		expect(mended(data, { ...mending, was: turned }).headings[1].notation).toBe('5');
	});
});

describe('a heading removed', () => {
	it('leaves what was below it below what was above it, and nothing that points to it', () => {
		const data = base();
		data.collections = [
			{ uri: 'x:c', labels: [{ lang: '', text: 'C' }], members: [1] },
			{ uri: 'x:d', labels: [{ lang: '', text: 'D' }], members: [{ collection: 0 }] },
			{ uri: 'x:e', labels: [{ lang: '', text: 'E' }], members: [3, 1] }
		];
		data.mappings = [
			{ heading: 1, relation: 'exact', target: 'y:1' },
			{ heading: 3, relation: 'close', target: 'y:3' }
		];
		const after = mended(data, { kind: 'remove', key: 'h1' });
		expect(after.headings.map(({ labels }) => labels[0].text)).toEqual(['Sound', 'Traffic noise', 'Quiet']);
		expect(named(after, after.headings[1].broader)).toEqual(['Sound']);
		expect(after.headings[2].related).toEqual([]);
		expect(after.entryTerms).toEqual([]);
		expect(after.collections).toMatchObject([{ uri: 'x:e', members: [2] }]);
		expect(after.mappings).toEqual([{ heading: 2, relation: 'close', target: 'y:3' }]);
	});

	it('is refused where it is the only one', () => {
		const data = vocabularyOf([{ label: 'Noise' }]);
		expect(() => mended(data, { kind: 'remove', key: 'h0' })).toThrow(MendingError);
	});
});

it('whatever is done, what comes of it needs no repair and loses nothing that was not named', () => {
	const step = fc.oneof(
		fc.record({ kind: fc.constant('add' as const), label: fc.nat(99), under: fc.nat(9), inside: fc.boolean() }),
		fc.record({ kind: fc.constant('change' as const), n: fc.nat(9), broader: fc.nat(9), related: fc.nat(9), label: fc.nat(99) }),
		fc.record({ kind: fc.constant('remove' as const), n: fc.nat(9) })
	); // prettier-ignore
	fc.assert(
		fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
			let data = base();
			const keyOf = (n: number) => data.headings[n % data.headings.length].key;
			for (const one of steps) {
				const before = data;
				try {
					if (one.kind === 'add')
						data = mended(data, {
							kind: 'add',
							outline: `L${one.label}${one.inside ? `\n\tM${one.label}` : ''}`,
							under: keyOf(one.under)
						});
					else if (one.kind === 'remove') data = mended(data, { kind: 'remove', key: keyOf(one.n) });
					else {
						const n = one.n % data.headings.length;
						const was = fieldsOf(data, n);
						const fields = { ...was, label: `L${one.label}`, broader: [keyOf(one.broader)], related: [keyOf(one.related)] }; // prettier-ignore
						data = mended(data, { kind: 'change', key: data.headings[n].key, was, fields });
						expect(fieldsOf(data, n)).toEqual(fields);
					}
				} catch (error) {
					expect(error).toBeInstanceOf(MendingError);
					expect(data).toBe(before);
				}
				const found = completeRelations(structuredClone(data));
				expect([found.repaired, found.refused]).toEqual([0, 0]);
				expect(new Set(data.headings.map(({ key }) => key)).size).toBe(data.headings.length);
			}
		})
	);
});
