import { describe, expect, it } from 'vitest';
import { readWhole } from './record-reading';
import { RisReader, writeRis } from './ris';
import { RIS_TYPES, risTypeOf } from './ris-types';

const read = (...lines: string[]) => readWhole(new RisReader(), [...lines, 'ER  - ', ''].join('\r\n'));
const item = (...lines: string[]) => {
	const { records, findings } = read(...lines);
	expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
	return records[0].item;
};

/** Entries as exporters write them, each with what it means; the tags are those of the published format. */
describe('RIS from elsewhere', () => {
	it.each<[string, string[], object]>([
		['a journal article', ['TY  - JOUR', 'AU  - Roe, Ines', 'A1  - van der Holm, Jan, Jr.', 'T1  - Quiet rooms', 'JO  - J. Rooms', 'JF  - Journal of Rooms', 'PY  - 2011/05/03/spring', 'VL  - 7', 'IS  - 2', 'SP  - 39', 'EP  - 55', 'SN  - 1234-5678', 'UR  - https://x.example/', 'DO  - 10.5555/a', 'N2  - Of rooms.', 'LA  - en'],
			{ type: 'article-journal', title: 'Quiet rooms', author: [{ family: 'Roe', given: 'Ines' }, { family: 'van der Holm', given: 'Jan', suffix: 'Jr.' }], 'container-title': 'Journal of Rooms', 'container-title-short': 'J. Rooms', issued: { 'date-parts': [[2011, 5, 3]] }, volume: '7', issue: '2', page: '39-55', ISSN: '1234-5678', URL: 'https://x.example/', DOI: '10.5555/a', abstract: 'Of rooms.', language: 'en' }],
		['a book, whose second title is a series and whose pages are counted', ['TY  - BOOK', 'TI  - Rooms', 'T2  - Works on Rooms', 'SP  - 200', 'SN  - 978-0-00-000000-2', 'ET  - 2', 'CY  - Quarrybank', 'PB  - Holm', 'A3  - Roe, Ines', 'A4  - Ashdene, K.', 'PY  - 1999'],
			{ type: 'book', title: 'Rooms', 'collection-title': 'Works on Rooms', 'number-of-pages': '200', ISBN: '978-0-00-000000-2', edition: '2', 'publisher-place': 'Quarrybank', publisher: 'Holm', 'collection-editor': [{ family: 'Roe', given: 'Ines' }], translator: [{ family: 'Ashdene', given: 'K.' }] }],
		['a chapter, whose number is its book’s', ['TY  - CHAP', 'TI  - Halls', 'T2  - Rooms', 'T3  - Works on Rooms', 'A2  - Roe, Ines', 'ED  - Holm, B.', 'SN  - 0-00-000000-0', 'SP  - 10', 'EP  - 12'],
			{ type: 'chapter', 'container-title': 'Rooms', 'collection-title': 'Works on Rooms', editor: [{ family: 'Roe', given: 'Ines' }, { family: 'Holm', given: 'B.' }], ISBN: '0-00-000000-0', page: '10-12' }],
		['a thesis', ['TY  - THES', 'TI  - On halls', 'AU  - Roe, Ines', 'PB  - University of Quarrybank', 'M3  - Doctoral thesis', 'PY  - 2001'],
			{ type: 'thesis', publisher: 'University of Quarrybank', genre: 'Doctoral thesis' }],
		['a report', ['TY  - RPRT', 'TI  - Halls', 'M1  - 12', 'PB  - Council of Halls', 'PY  - 2001'], { type: 'report', number: '12', publisher: 'Council of Halls' }],
		['a paper of a conference', ['TY  - CONF', 'TI  - Halls', 'C3  - Days of Halls', 'PY  - 2001'], { type: 'paper-conference', 'container-title': 'Days of Halls' }],
		['a page of the web', ['TY  - ELEC', 'TI  - Halls', 'UR  - https://x.example/', 'Y2  - 2020/01/02/'], { type: 'webpage', accessed: { 'date-parts': [[2020, 1, 2]] } }],
		['an author that is no person', ['TY  - RPRT', 'TI  - x', 'AU  - Council of Halls'], { author: [{ literal: 'Council of Halls' }] }],
		['a date in one field and its year in another', ['TY  - JOUR', 'TI  - x', 'PY  - 2011', 'DA  - 2011/05/'], { issued: { 'date-parts': [[2011, 5]] } }],
		['notes, shelf marks, the reviewed work and the short title', ['TY  - JOUR', 'TI  - x', 'N1  - a note', 'CN  - R 7', 'RI  - Rooms', 'ST  - x.', 'TT  - y', 'DB  - Yarrow'], { note: 'a note', 'call-number': 'R 7', 'reviewed-title': 'Rooms', 'title-short': 'x.', 'original-title': 'y', source: 'Yarrow' }]
	])('is read: %s', (_, lines, wanted) => expect(item(...lines)).toMatchObject(wanted)); // prettier-ignore

	it('has its keywords each on a line, several on one, or in lines without a tag', () => {
		const { records } = read(
			'TY  - JOUR',
			'TI  - x',
			'KW  - Noise, Indoor',
			'Sleep',
			'  Alarms',
			'KW  - a; b'
		);
		expect(records[0].keywords).toEqual(['Noise, Indoor\nSleep\nAlarms', 'a; b']);
	});

	it('names what has no place, once for each tag, with its line', () => {
		const { findings, records } = readWhole(
			new RisReader(),
			'TY  - JOUR\nTI  - x\nC1  - seven\nU1  - of somebody’s own\nL1  - file.pdf\nER  - \nTY  - ODD\nTI  - y\nC1  - eight\nER  - \n'
		);
		expect(findings.map(({ rule, line, subject }) => [rule, line, subject])).toEqual([
			['type-unknown', 7, 'ODD'],
			['field-not-kept', 3, 'C1'],
			['field-not-kept', 4, 'U1'],
			['field-not-kept', 5, 'L1']
		]);
		expect(findings[1].message).toContain('2 times');
		expect(records.map(({ item: { type } }) => type)).toEqual(['article-journal', 'document']);
	});

	it.each(Object.entries(RIS_TYPES))('knows the type %s', (ris, csl) => {
		expect(item(`TY  - ${ris}`, 'TI  - x').type).toBe(csl);
		expect(RIS_TYPES[risTypeOf(csl)]).toBe(csl);
	});
});

describe('RIS to elsewhere', () => {
	it('has every part under the tag that the format has for it', () => {
		const text = writeRis([
			{
				key: 'a1',
				item: { id: 'a1', type: 'chapter', title: 'Halls', author: [{ family: 'Roe', given: 'Ines' }], editor: [{ family: 'Holm', given: 'B.' }], 'container-title': 'Rooms', issued: { 'date-parts': [[2011, 5]] }, page: '39-55', ISBN: '978-0-00-000000-2', publisher: 'Holm', 'publisher-place': 'Quarrybank', edition: '2', keyword: 'corridors' },
				taggings: [{ uri: 'https://x.example/noise', label: 'Noise, Indoor', chief: true, aspect: 'causes' }],
				limits: { 'oak.shift': ['night'] },
				cites: ['a2']
			}
		]);
		expect(text.split('\r\n')).toEqual(['TY  - CHAP', 'ID  - a1', 'TI  - Halls', 'AU  - Roe, Ines', 'ED  - Holm, B.', 'T2  - Rooms', 'PY  - 2011', 'DA  - 2011/05//', 'SP  - 39', 'EP  - 55', 'ET  - 2', 'PB  - Holm', 'CY  - Quarrybank', 'SN  - 978-0-00-000000-2', 'KW  - *Noise, Indoor / causes', 'KW  - corridors', 'U1  - headings: 1', 'U1  - heading: *Noise, Indoor <https://x.example/noise> / causes', 'U2  - limit: oak.shift=night', 'U3  - refers to: a2', 'ER  - ', '', '']);
	}); // prettier-ignore
});
