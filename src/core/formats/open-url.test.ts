import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../evidence/citation';
import { openUrlOf } from './open-url';

const BASE = 'https://library.example/resolve?inst=oak';
const asked = (item: Partial<CslItem>) =>
	new URL(openUrlOf({ id: 'x', ...item } as CslItem, BASE, 'Yarrow')).searchParams;

describe('an OpenURL', () => {
	it('names an article by the keys of the standard, one value each', () => {
		const keys = asked({
			type: 'article-journal',
			title: 'Rest & noise',
			'container-title': 'Quiet Rooms',
			author: [
				{ family: 'Ashdene', given: 'K. M.' },
				{ family: 'Voss', given: 'P.' },
				{ literal: 'Ward Group' }
			],
			issued: { 'date-parts': [[2012, 5]] },
			volume: 3,
			issue: 2,
			page: '5–19',
			DOI: 'doi:10.5555/ABC',
			ISSN: '1234-5678'
		});
		expect(Object.fromEntries([...keys].filter(([key]) => key !== 'rft.au'))).toEqual({
			inst: 'oak',
			url_ver: 'Z39.88-2004',
			url_ctx_fmt: 'info:ofi/fmt:kev:mtx:ctx',
			ctx_ver: 'Z39.88-2004',
			ctx_enc: 'info:ofi/enc:UTF-8',
			rfr_id: 'info:sid/oakmoss.example:yarrow',
			rft_val_fmt: 'info:ofi/fmt:kev:mtx:journal',
			rft_id: 'info:doi/10.5555/abc',
			'rft.genre': 'article',
			'rft.atitle': 'Rest & noise',
			'rft.jtitle': 'Quiet Rooms',
			'rft.aulast': 'Ashdene',
			'rft.aufirst': 'K. M.',
			'rft.date': '2012',
			'rft.volume': '3',
			'rft.issue': '2',
			'rft.spage': '5',
			'rft.epage': '19',
			'rft.pages': '5-19',
			'rft.issn': '1234-5678'
		});
		expect(keys.getAll('rft.au')).toEqual(['Voss, P.', 'Ward Group']);
	});

	it.each<[string, Record<string, string>]>([
		['book', { 'rft.genre': 'book', 'rft.btitle': 'T', 'rft.pub': 'Wick' }],
		['chapter', { 'rft.genre': 'bookitem', 'rft.atitle': 'T', 'rft.btitle': 'S' }],
		['paper-conference', { 'rft.genre': 'proceeding', 'rft.atitle': 'T', 'rft.btitle': 'S' }],
		['report', { 'rft.genre': 'report', 'rft.btitle': 'T' }],
		['thesis', { 'rft.title': 'T', 'rft.inst': 'Wick', rft_val_fmt: 'info:ofi/fmt:kev:mtx:dissertation' }],
		['something-else', { 'rft.genre': 'unknown', 'rft.btitle': 'T' }]
	])('has what a %s needs', (type, wanted) => {
		const keys = asked({ type, title: 'T', 'container-title': 'S', publisher: 'Wick' });
		expect(Object.fromEntries(keys)).toMatchObject(wanted);
	});

	it('says nothing of what is not known, and keeps every text as it was', () => {
		expect([...asked({ type: 'book' }).keys()].filter((key) => key.startsWith('rft.'))).toEqual([
			'rft.genre'
		]);
		fc.assert(
			fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), (title) => {
				expect(asked({ type: 'book', title }).get('rft.btitle')).toBe(title.toWellFormed());
			})
		);
	});
});
