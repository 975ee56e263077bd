import { describe, expect, it } from 'vitest';
import { type MarcField, marcRecords, marcRows, marcXmlRecords } from './marc-authority';
import { SkosReader } from './skos-read';
import { csvStatements } from './vocabulary-csv';

const LEADER = '00000nz  a2200000n  4500';
/** Fields written short: `150 $aNoise$xControl`. */
const field = (text: string): MarcField => {
	const [, tag, rest] = /^(\d{3}) (.*)$/s.exec(text) as RegExpExecArray;
	if (tag < '010') return { tag, value: rest, subfields: [] };
	return {
		tag,
		subfields: rest
			.split('$')
			.slice(1)
			.map((part): [string, string] => [part[0], part.slice(1)])
	};
};
const RECORDS: string[][] = [
	['001 v1', '150 $aNoise', '450 $aDin', '450 $aRacket.', '550 $wg$aSound', '550 $aQuiet', '680 $iHere are entered works on$asound$ithat is not wanted.', '688 $aIntroduced 1990.', '667 $aUnder review.', '083 $a534.8', '750 $aNoise (other list)', '040 $aXx'],
	['001 v2', '150 $aSound', '550 $wh$aNoise'],
	['001 v3', '150 $aQuiet'],
	['001 v4', '150 $aNoise$xControl', '550 $wg$aNoise', '550 $wa$aNoise abatement'],
	['001 v5', '150 $aNoise abatement'],
	['001 v6', '155 $aMaps U.S.A.']
]; // prettier-ignore

/** As ISO 2709 has it; lengths and places are those of bytes, which nobody here asks for. */
const iso2709 = (records: readonly string[][], leader = LEADER) =>
	records
		.map((fields) => {
			const data = fields.map(field).map(({ value, subfields }) => value ?? `  ${subfields.map(([code, text]) => `\x1f${code}${text}`).join('')}`);
			return `${leader}${fields.map((text) => `${text.slice(0, 3)}000000000`).join('')}\x1e${data.map((one) => `${one}\x1e`).join('')}\x1d`;
		})
		.join('\n'); // prettier-ignore
const marcXml = (records: readonly string[][]) =>
	`<?xml version="1.0"?><m:collection xmlns:m="http://www.loc.gov/MARC21/slim">\n${records
		.map((fields) => `<m:record><m:leader>${LEADER}</m:leader>${fields
			.map(field)
			.map(({ tag, value, subfields }) => value === undefined ? `<m:datafield tag="${tag}" ind1=" " ind2=" ">${subfields.map(([code, text]) => `<m:subfield code="${code}">${text.replaceAll('&', '&amp;')}</m:subfield>`).join('')}</m:datafield>` : `<m:controlfield tag="${tag}">${value}</m:controlfield>`)
			.join('\n')}</m:record>`)
		.join('\n')}</m:collection>`; // prettier-ignore

function read(records: ReturnType<typeof marcRecords>) {
	const { rows, findings } = marcRows(records);
	const reader = new SkosReader();
	for (const statement of csvStatements(rows).statements) reader.add(statement);
	const { data, findings: others } = reader.finish();
	const name = (n: number) => data.headings[n].labels[0].text;
	return {
		findings,
		others: others.filter(({ severity }) => severity === 'error'),
		keys: data.headings.map(({ key }) => key),
		terms: data.entryTerms.map(({ text, headings }) => `${text} → ${headings.map(name).join()}`),
		said: Object.fromEntries(
			data.headings.map(({ notes, broader, related, replaces, notation }, n) => [
				name(n),
				{
					...(notes.length > 0 && { notes: notes.map(({ kind, text }) => `${kind}: ${text}`) }),
					...(broader.length > 0 && { broader: broader.map(name) }),
					...(related.length > 0 && { related: related.map(name) }),
					...(replaces.length > 0 && { replaces: replaces.map(name) }),
					...(notation && { notation })
				}
			])
		)
	};
}

describe.each([
	['ISO 2709', (records: readonly string[][]) => marcRecords(iso2709(records))],
	['MARCXML', (records: readonly string[][]) => marcXmlRecords(marcXml(records))]
])('authority records in %s', (_, parse) => {
	it('are headings with their entry terms, notes and relations, subdivisions behind a dash', () => {
		const { said, terms, keys, findings, others } = read(parse(RECORDS));
		expect(said).toEqual({
			Noise: {
				notes: ['scope: Here are entered works on sound that is not wanted.', 'history: Introduced 1990.', 'editorial: Under review.'],
				broader: ['Sound'],
				related: ['Quiet'],
				notation: '534.8'
			},
			Sound: {},
			Quiet: { related: ['Noise'] },
			'Noise--Control': { broader: ['Noise'], replaces: ['Noise abatement'] },
			'Noise abatement': {},
			'Maps U.S.A.': {}
		});
		expect(terms).toEqual(['Din → Noise', 'Racket → Noise']);
		expect(keys).toEqual(['v1', 'v2', 'v3', 'v4', 'v5', 'v6']);
		expect(others).toEqual([]);
		expect(findings.map(({ rule, subject }) => [rule, subject])).toEqual([['statement-not-kept', '750']]);
	}); // prettier-ignore

	it('keep links to other vocabularies that have an address, as near as they say', () => {
		const skos = 'http://www.w3.org/2004/02/skos/core#';
		const { rows, findings } = marcRows(
			parse([
				['001 a', '150 $aNoise', '750 $aDin$0https://other.example/din', `750 $aRow$0(xx)12$1https://other.example/row$4${skos}broadMatch`, '750 $aHum$0(xx)13']
			])
		); // prettier-ignore
		const reader = new SkosReader();
		for (const statement of csvStatements(rows).statements) reader.add(statement);
		expect(reader.finish().data.mappings).toEqual([
			{ heading: 0, relation: 'close', target: 'https://other.example/din' },
			{ heading: 0, relation: 'broader', target: 'https://other.example/row' }
		]);
		expect(findings.map(({ subject }) => subject)).toEqual(['750']);
	});

	it('are left out one by one where they have no heading', () => {
		const { said, findings } = read(parse([['001 a', '150 $aNoise & din'], ['001 b', '450 $aDin'], ['001 c', '150 $wx']]));
		expect(Object.keys(said)).toEqual(['Noise & din']);
		expect(findings.map(({ rule }) => rule)).toEqual(['missing-label', 'missing-label']);
	}); // prettier-ignore
});

describe('what is no authority record', () => {
	it('is left out, and so is one that was deleted', () => {
		const leaders = ['00000nam a2200000n  4500', '00000dz  a2200000n  4500', LEADER];
		const text = leaders.map((leader, i) => iso2709([[`001 r${i}`, `150 $aTerm ${i}`]], leader)).join('');
		const { said, findings } = read(marcRecords(text));
		expect(Object.keys(said)).toEqual(['Term 2']);
		expect(findings.map(({ rule, severity }) => [rule, severity])).toEqual([
			['no-authority', 'error'],
			['no-authority', 'note']
		]);
	});

	it.each([
		['a text', 'nothing of MARC', 'no MARC record'],
		['the older character set', iso2709([RECORDS[0]], '00000nz   2200000n  4500'), 'not in UTF-8'],
		['a directory that is cut', `${LEADER}15000\x1e\x1d`, 'no MARC record']
	])('is refused with its place: %s', (_, text, message) => expect(() => marcRecords(text)).toThrow(message));

	it('is refused with its line where it is no XML', () =>
		expect(() => marcXmlRecords('<a>\n<b>\n</a>')).toThrow(/Line 3/));
});
