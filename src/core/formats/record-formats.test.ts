import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../evidence/citation';
import { BibtexReader } from './bibtex';
import { CslJsonReader, writeCslItems } from './csl-json';
import { RecordCsvReader, writeRecordsCsv } from './record-csv';
import { parseKeyword, printKeyword, toDrafts } from './record-keywords';
import { parseName, readWhole, type RecordReader, type RecordReading } from './record-reading';
import { RisReader, writeRis } from './ris';
import { guard, unguarded } from './csv-guard';
import { keyOf } from './record-draft';
import { anyDraft } from './record-drafts.test-aid';

const heading = fc.constantFrom('Noise, Indoor', 'Sleep', 'Rest (Mechanics)');
const LABELS = ['Noise, Indoor', 'Sleep', 'Rest (Mechanics)', 'Rest / Repose'];
const headingOf = (label: string, uri?: string) => {
	const known = LABELS.find((one) => one === label || addressOf(one) === uri);
	return known === undefined ? undefined : [{ uri: addressOf(known), label: known }];
};
const addressOf = (label: string) => `https://x.example/${encodeURIComponent(label)}`;
const again = (reading: RecordReading) => toDrafts(reading.records, headingOf, keyOf).drafts;

describe('records as files', () => {
	it('come in as they went out', () => {
		const several = fc.uniqueArray(anyDraft(LABELS), {
			minLength: 1,
			maxLength: 5,
			selector: ({ key }) => key
		});
		fc.assert(
			fc.property(several, (drafts) => {
				for (const reading of [
					readWhole(new RisReader(), writeRis(drafts)),
					readWhole(new CslJsonReader(), `[${writeCslItems(drafts)}]`),
					readWhole(new RecordCsvReader(), writeRecordsCsv(drafts))
				]) {
					expect(reading.findings).toEqual([]);
					expect(again(reading)).toEqual(drafts);
				}
			}),
			{ numRuns: 300 }
		);
	});

	it('mark chief headings and aspects in keywords, which read back as they are', () => {
		expect(parseKeyword('*Noise, Indoor / causes')).toEqual({
			label: 'Noise, Indoor',
			chief: true,
			aspect: 'causes'
		});
		expect(parseKeyword('Sleep / *costs')).toEqual({ label: 'Sleep', chief: true, aspect: 'costs' });
		fc.assert(
			fc.property(heading, fc.boolean(), fc.constantFrom(undefined, 'causes'), (label, chief, aspect) => {
				const keyword = { label, chief, ...(aspect !== undefined && { aspect }) };
				expect(parseKeyword(printKeyword(keyword))).toEqual(keyword);
			})
		);
		expect(parseName('de la Roe, Ines')).toEqual({ family: 'de la Roe', given: 'Ines' });
		expect(parseName('Building Council')).toEqual({ literal: 'Building Council' });
	});

	it('name every fault with its line, and go on after it', () => {
		const ris = readWhole(
			new RisReader(),
			'stray\nTY  - JOUR\nTI  - A title\n  that goes on\nTY  - BOOK\nAU  - Roe, I.\nER  - \n'
		);
		expect(ris.records.map(({ item }) => item.title)).toEqual(['A title that goes on', undefined]);
		expect(ris.findings.map(({ rule, line }) => [rule, line])).toEqual([
			['entry-not-closed', 2],
			['no-title', 5],
			['outside-entry', 1]
		]);
		const csv = readWhole(new RecordCsvReader(), 'title,year\n"One",2001\n"Two","x",3\n');
		expect(csv.records.map(({ item }) => item.title)).toEqual(['One']);
		expect(csv.findings[0]).toMatchObject({ rule: 'entry-unreadable', line: 3 });
		const json = readWhole(new CslJsonReader(), '[{"type":"book","title":"One"}, 7, {"title":"no type"}]');
		expect(json.records).toHaveLength(1);
		expect(json.findings.map(({ subject }) => subject)).toEqual(['item 2', 'item 3']);
	});

	it('take BibTeX apart by its braces, whatever stands in them', () => {
		const text =
			'% notes\n@comment{left out}\n@article{a, title={One {Two} \\} Three}}\n\n@book{b,\n title={Open\n@misc{c, keywords={*Noise, Indoor; Sleep}}';
		const seen: string[] = [];
		const reading = readWhole(
			new BibtexReader((entry) => {
				seen.push(entry);
				if (entry.includes('@misc')) throw new Error('odd');
				return { id: 'a', type: 'book', title: 'One Two Three' } as CslItem;
			}),
			text
		);
		expect(seen).toEqual([
			'@article{x,\ntitle = {One {Two} \\} Three}\n}',
			'@misc{x,\nkeywords = {*Noise, Indoor; Sleep}\n}'
		]);
		expect(reading.read).toBe(3);
		expect(reading.records).toHaveLength(1);
		expect(reading.findings.map(({ rule, line }) => [rule, line])).toEqual([
			['entry-not-closed', 5],
			['entry-unreadable', 7]
		]);
	});

	it('read the same however a file is cut into pieces', () => {
		const ris = 'TY  - JOUR\r\nTI  - One\r\n more\r\nER  - \r\nTY  - BOOK\nTI  - “Two”\nER  - \nstray';
		const bib = '@article{a,\n title={One {T}wo}}\n@book{b, title={Open\n@misc{c, title={x}}';
		const csv = 'title,abstract,year\r\n"One, two","line\nof ""it""",2001\r\n\r\nThree,,x\r\n"cut ';
		const json = '[{"type":"book","title":"One"},\n 7,\n{"type":"book","title":"T\\u0041"}]\n';
		const readers: [() => RecordReader, string][] = [
			[() => new RisReader(), ris],
			[() => new BibtexReader((entry) => ({ id: 'k', type: 'book', title: entry })), bib],
			[
				() => new BibtexReader((entry) => ({ id: 'k', type: 'book', title: entry })),
				'@string(j = "Q") @article(a, journal = j # { R}) @book{b, crossref = c}\n@book{c,title={T}}'
			],
			[() => new RecordCsvReader(), csv],
			[() => new CslJsonReader(), json],
			[() => new CslJsonReader(), '{"type":"book","title":"One alone"}'],
			[() => new CslJsonReader(), '[{"type":"book",\n"title":}]']
		];
		fc.assert(
			fc.property(
				fc.constantFrom(...readers),
				fc.array(fc.nat(120), { maxLength: 12 }),
				([make, text], cuts) => {
					const whole = readWhole(make(), text);
					const reader = make();
					const places = [0, ...cuts.filter((cut) => cut < text.length).sort((a, b) => a - b), text.length];
					for (let i = 1; i < places.length; i++) reader.take(text.slice(places[i - 1], places[i]));
					reader.end();
					if (reader.broken) reader.reading.findings.push(reader.broken);
					expect(reader.reading).toEqual(whole);
				}
			)
		);
	});

	it('refuse an entry that cannot be kept, and keep the others', () => {
		const deep = `${'['.repeat(30)}${']'.repeat(30)}`;
		const odd = [
			'{"type":"book","title":["a list"]}',
			'{"type":"book","title":"a","author":"Roe"}',
			'{"type":"book","title":"a","author":[null]}',
			'{"type":"book","title":"a","author":[{"family":7}]}',
			'{"type":"book","title":"a","issued":7}',
			'{"type":"book","title":"a","custom":{"headings":[{"label":"x\\u0000"}]}}',
			'{"type":"book","title":"a","custom":{"funders":"one"}}',
			'{"type":"book","title":"a NUL \\u0000"}',
			'{"type":"book","title":"half \\ud83d"}',
			`{"type":"book","title":"a","note":${deep}}`,
			'{"type":"book","title":"a","id":{}}'
		];
		for (const one of odd) {
			const reading = readWhole(new CslJsonReader(), `[${one},{"type":"book","title":"kept","volume":3}]`);
			expect(reading.records.map(({ item }) => item.title)).toEqual(['kept']);
			expect(reading.findings).toMatchObject([
				{ severity: 'error', rule: 'entry-unreadable', subject: 'item 1' }
			]);
		}
		const year = readWhole(new CslJsonReader(), '[{"type":"book","title":1984}]');
		expect(year.records[0].item.title).toBe('1984');
	});

	it('bring every text back from CSV as it was, and let none be taken for a formula', () => {
		fc.assert(
			fc.property(
				fc
					.oneof(fc.string(), fc.stringMatching(/^['=+\-@ ]{0,3}[a-z ]{0,4}$/))
					.filter((text) => text.trim() !== ''),
				(text) => {
					expect(unguarded(guard(text))).toBe(text);
					expect(guard(text)).not.toMatch(/^[=+\-@\t\r\n]/);
				}
			)
		);
		const titled = { key: 'a', item: { id: 'a', type: 'book', title: '-omics' }, taggings: [] };
		expect(again(readWhole(new RecordCsvReader(), writeRecordsCsv([titled])))).toEqual([titled]);
	});
});
