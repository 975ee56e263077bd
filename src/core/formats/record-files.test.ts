import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from './csl';
import { bibtexKeywords, readBibtex, splitBibtex } from './bibtex';
import { readCslJson, writeCslItems } from './csl-json';
import { readRecordsCsv, writeRecordsCsv } from './record-csv';
import { parseKeyword, printKeyword, toDrafts } from './record-keywords';
import { parseName, type RecordReading } from './record-reading';
import { readRis, writeRis } from './ris';
import { keyOf, type RecordDraft } from './records';

const line = fc
	.string({ minLength: 1, maxLength: 30 })
	.map((text) => text.replace(/[\s|;]+/g, ' ').trim())
	.filter((text) => text !== '' && !/^[*/=+\-@"']/.test(text) && !text.includes(' / '));
const family = line.map((text) => text.replace(/[\s,]+/g, ' ').trim()).filter(Boolean);
const heading = fc.constantFrom('Noise, Indoor', 'Sleep', 'Rest (Mechanics)');
const draft: fc.Arbitrary<RecordDraft> = fc
	.record({
		key: fc.stringMatching(/^[a-z]{1,8}[0-9]{1,3}$/),
		title: line,
		authors: fc.array(fc.record({ family, given: line }), { maxLength: 3 }),
		year: fc.option(fc.integer({ min: 1900, max: 2030 })),
		source: line,
		abstract: line,
		// Where there is only one, a comma would part it.
		keywords: fc.uniqueArray(family, { maxLength: 2 }),
		taggings: fc.uniqueArray(
			fc.record({
				label: heading,
				chief: fc.boolean(),
				aspect: fc.option(fc.constantFrom('causes', 'costs'), { nil: undefined })
			}),
			{ maxLength: 3, selector: ({ label, aspect }) => `${label} ${aspect}` }
		)
	})
	.map(({ key, title, authors, year, source, abstract, keywords, taggings }) => ({
		key,
		item: {
			id: key,
			type: 'article-journal',
			title,
			...(authors.length > 0 && { author: authors }),
			...(year !== null && { issued: { 'date-parts': [[year]] } }),
			'container-title': source,
			abstract,
			...(keywords.length > 0 && { keyword: keywords.join('; ') })
		},
		taggings: taggings.map(({ aspect, ...tag }) => ({
			...tag,
			uri: tag.label,
			...(aspect !== undefined && { aspect })
		}))
	}));

const headingOf = (label: string) =>
	['Noise, Indoor', 'Sleep', 'Rest (Mechanics)'].includes(label) ? [{ uri: label, label }] : undefined;
const again = (reading: RecordReading) => toDrafts(reading.records, headingOf, keyOf).drafts;

describe('records as files', () => {
	it('come in as they went out', () => {
		const several = fc.uniqueArray(draft, { minLength: 1, maxLength: 5, selector: ({ key }) => key });
		fc.assert(
			fc.property(several, (drafts) => {
				for (const reading of [
					readRis(writeRis(drafts)),
					readCslJson(`[${writeCslItems(drafts)}]`),
					readRecordsCsv(writeRecordsCsv(drafts))
				]) {
					expect(reading.findings).toEqual([]);
					expect(again(reading)).toEqual(drafts);
				}
			}),
			{ numRuns: 80 }
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
		const ris = readRis(
			'stray\nTY  - JOUR\nTI  - A title\n  that goes on\nTY  - BOOK\nAU  - Roe, I.\nER  - \n'
		);
		expect(ris.records.map(({ item }) => item.title)).toEqual(['A title that goes on', undefined]);
		expect(ris.findings.map(({ rule, line }) => [rule, line])).toEqual([
			['entry-not-closed', 2],
			['no-title', 5],
			['outside-entry', 1]
		]);
		const csv = readRecordsCsv('title,year\n"One",2001\n"Two","x",3\n');
		expect(csv.records.map(({ item }) => item.title)).toEqual(['One']);
		expect(csv.findings[0]).toMatchObject({ rule: 'entry-unreadable', line: 3 });
		const json = readCslJson('[{"type":"book","title":"One"}, 7, {"title":"no type"}]');
		expect(json.records).toHaveLength(1);
		expect(json.findings.map(({ subject }) => subject)).toEqual(['item 2', 'item 3']);
	});

	it('take BibTeX apart by its braces, whatever stands in them', () => {
		const text =
			'% notes\n@comment{left out}\n@article{a, title={One {Two} \\} Three}}\n\n@book{b,\n title={Open\n@misc{c, keywords={*Noise, Indoor; Sleep}}';
		const { entries, findings } = splitBibtex(text);
		expect(entries.map(({ line }) => line)).toEqual([3, 7]);
		expect(findings).toMatchObject([{ rule: 'entry-not-closed', line: 5 }]);
		expect(bibtexKeywords(entries[1].text)).toEqual(['*Noise, Indoor', 'Sleep']);
		const failing = readBibtex(text, (entry) => {
			if (entry.includes('@misc')) throw new Error('odd');
			return { id: 'a', type: 'book', title: 'One' } as CslItem;
		});
		expect(failing.records).toHaveLength(1);
		expect(failing.findings.map(({ rule, line }) => [rule, line])).toEqual([
			['entry-not-closed', 5],
			['entry-unreadable', 7]
		]);
	});
});
