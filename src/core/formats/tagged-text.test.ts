import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { SkosReader } from './skos-read';
import { taggedRows, taggedText } from './tagged-text';
import { csvStatements } from './vocabulary-csv';

function read(text: string) {
	const { rows, findings } = taggedRows(text);
	const { statements, lines } = csvStatements(rows);
	const reader = new SkosReader();
	for (const statement of statements) reader.add(statement);
	const reading = reader.finish();
	const { headings, entryTerms } = reading.data;
	const name = (n: number) => headings[n].labels[0].text;
	return {
		findings,
		reading,
		lines,
		/** By heading: what it says, with names instead of places. */
		said: Object.fromEntries(
			headings.map(({ notes, broader, related, notation }, n) => [
				name(n),
				{
					...(notes.length > 0 && { notes: notes.map(({ kind, text: note }) => `${kind}: ${note}`) }),
					...(broader.length > 0 && { broader: broader.map(name).sort() }),
					...(related.length > 0 && { related: related.map(name).sort() }),
					...(notation !== undefined && { notation })
				}
			])
		),
		terms: entryTerms
			.map(({ text: term, headings: targets }) => `${term} → ${targets.map(name).join(' + ')}`)
			.sort()
	};
}

/** As the standards print it. */
const PRINTED = `Noise
  SN  Sound that is not wanted. Use for
      rooms and halls alike.
  HN  Introduced 1990.
  UF  Din
      Racket
  BT  Sound
  NT  Noise, Indoor
  RT  Quiet

Din
  USE Noise

Racket
  USE Noise

Night noise
  USE Noise + Night

Noise, Indoor
  BT  Noise
  TT  Sound

Sound

Quiet
  RT  Noise

Night
`;

describe('tagged text', () => {
	it('is read as it is printed: notes that go on, one tag for several lines, terms that are led from', () => {
		const { said, terms, findings } = read(PRINTED);
		expect(said).toEqual({
			Noise: { notes: ['scope: Sound that is not wanted. Use for rooms and halls alike.', 'history: Introduced 1990.'], broader: ['Sound'], related: ['Quiet'] },
			'Noise, Indoor': { broader: ['Noise'] },
			Sound: {},
			Quiet: { related: ['Noise'] },
			Night: {}
		});
		expect(terms).toEqual(['Din → Noise', 'Night noise → Noise + Night', 'Racket → Noise']);
		expect(findings).toEqual([]);
	}); // prettier-ignore

	it.each<[string, string, object, string[]]>([
		['without indents', 'Noise\nUF Din\nBT: Sound\nSound\nNT Noise\n', { Noise: { broader: ['Sound'] }, Sound: {} }, ['Din → Noise']],
		['with the depth of steps', 'Sound\n  NT1 Noise\n  NT2 Alarms\n  NT2 Talk\n  NT1 Music\nAlarms\n  BT1 Noise\n  BT2 Sound\n', { Sound: {}, Noise: { broader: ['Sound'] }, Alarms: { broader: ['Noise'] }, Talk: { broader: ['Noise'] }, Music: { broader: ['Sound'] } }, []],
		['with kinds of broader', 'Alarms\n  BTG Noise\n  BTP Ward\nNoise\nWard\n  NTP Alarms\n', { Alarms: { broader: ['Noise', 'Ward'] }, Noise: {}, Ward: {} }, []],
		['in French', 'Bruit\n  NE  Son non désiré.\n  EP  Vacarme\n  TG  Son\n  TA  Calme\nSon\n  TS  Bruit\nCalme\nVacarme\n  EM  Bruit\n', { Bruit: { notes: ['scope: Son non désiré.'], broader: ['Son'], related: ['Calme'] }, Son: {}, Calme: { related: ['Bruit'] } }, ['Vacarme → Bruit']],
		['in German', 'Lärm\n  BF  Krach\n  OB  Schall\n  VB  Ruhe\nSchall\n  UB  Lärm\nRuhe\nKrach\n  BS  Lärm\n', { Lärm: { broader: ['Schall'], related: ['Ruhe'] }, Schall: {}, Ruhe: { related: ['Lärm'] } }, ['Krach → Lärm']],
		['in Spanish', 'Ruido\n  NA  Sonido no deseado.\n  UP  Estruendo\n  TG  Sonido\n  TR  Silencio\nSonido\n  TE  Ruido\nSilencio\n', { Ruido: { notes: ['scope: Sonido no deseado.'], broader: ['Sonido'], related: ['Silencio'] }, Sonido: {}, Silencio: { related: ['Ruido'] } }, ['Estruendo → Ruido']],
		['with class marks, whatever ends its lines', 'Noise\r\n  CC  4.1\r\n\r\nSound\r\n', { Noise: { notation: '4.1' }, Sound: {} }, []]
	])('is read %s', (_, text, said, terms) => {
		const got = read(text);
		expect([got.said, got.terms]).toEqual([said, terms]);
	}); // prettier-ignore

	it('names what it does not know with its line, and says of links where they lead nowhere', () => {
		expect(read('  SN  Of what?\nNoise\n').findings.map(({ rule, line }) => [rule, line])).toEqual([
			['line-stray', 1]
		]);
		const { findings, reading, lines } = read('Noise\n  QQ  something\n\n      stray\n  BT  Gone\n');
		expect(findings.map(({ rule, line, subject }) => [rule, line, subject])).toEqual([
			['tag-unknown', 2, 'QQ'],
			['line-stray', 4, undefined]
		]);
		const [link] = reading.findings.filter(({ rule }) => rule === 'unknown-target');
		expect(link.message).toContain('Gone');
		expect(lines.get(link.subject ?? '')).toBe(5);
	});

	it('comes in as it went out, as far as it has tags for', () => {
		const label = fc.tuple(fc.constantFrom('Noise', 'Rooms, Shared', 'Lärm', 'Rest (Mechanics)', "Nurses' desks"), fc.nat(99)).map(([text, n]) => `${text} ${n}`);
		const note = fc.constantFrom('Of halls.', 'Use for rooms: all of them.', 'BT is a tag.');
		const vocabulary = fc.uniqueArray(label, { minLength: 1, maxLength: 6 }).chain((labels) =>
			fc.record({
				notes: fc.array(fc.array(fc.tuple(fc.constantFrom('scope', 'definition', 'history'), note), { maxLength: 2 }), { minLength: labels.length, maxLength: labels.length }),
				above: fc.array(fc.nat(labels.length - 1), { minLength: labels.length, maxLength: labels.length }),
				entries: fc.array(fc.uniqueArray(fc.nat(labels.length - 1), { minLength: 1, maxLength: 2 }), { maxLength: 4 })
			}).map(({ notes, above, entries }): VocabularyData => ({
				headings: labels.map((text, n) => ({
					uri: `https://v.example/${n}`, key: String(n), labels: [{ lang: '', text }], hidden: [], related: [], replaces: [], aspects: [],
					notes: notes[n].map(([kind, said]) => ({ kind: kind as 'scope', lang: '', text: said })),
					// Upwards only, so that nothing goes round.
					broader: above[n] < n ? [above[n]] : []
				})),
				entryTerms: entries.map((headings, i) => ({ lang: '', text: `Entry ${i}`, headings })),
				collections: []
			}))
		);
		fc.assert(
			fc.property(vocabulary, (data) => {
				const text = [...taggedText(data)].join('');
				const { said, terms, findings } = read(text);
				expect(findings).toEqual([]);
				const name = (n: number) => data.headings[n].labels[0].text;
				const ORDER = ['scope', 'definition', 'history'];
				expect(said).toEqual(
					Object.fromEntries(
						data.headings.map(({ notes, broader }, n) => [
							name(n),
							{
								...(notes.length > 0 && { notes: [...notes].sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)).map(({ kind, text: one }) => `${kind}: ${one}`) }),
								...(broader.length > 0 && { broader: broader.map(name) })
							}
						])
					)
				);
				expect(terms).toEqual(data.entryTerms.map(({ text: term, headings }) => `${term} → ${headings.map(name).join(' + ')}`).sort());
			})
		);
	}); // prettier-ignore
});
