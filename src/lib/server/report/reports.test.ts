import { createHash } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from '@rubensworks/saxes';
import * as v from 'valibot';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { isSameWork, workKeys } from '../../../core/evidence';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { REPORT_PARTS, type ReportFacts } from '../../../core/report';
import { connection } from '../db/client';
import { dropDatabase } from '../db/database.test-aid';
import { createInquiry } from '../inquiry/inquiries';
import { inquiryDocument } from '../inquiry/document-schema';
import { exportInquiry, importInquiry } from '../inquiry/inquiry-document';
import { changeInquiry } from '../inquiry/inquiry-changes';
import { LOCAL_PERSON } from '../people/access';
import { databaseWithYarrow, store } from '../records/yarrow.test-aid';
import { readList } from '../reading/reading-lists';
import { takePool } from '../reading/works-to-list';
import { combineRuns, findRun, foundOf, logElsewhere, runStrategy } from '../runs/runs';
import { searchIndex } from '../search/searching';
import '../wings';
import { handIn, reportFile, reportView, setDraft } from './reports';
import { FIRST_DRAFT } from './report-schema';

const draft = (code: string, i: number): RecordDraft => ({
	key: `${code}-${i}`,
	item: {
		id: `${code}-${i}`,
		type: 'report',
		title: `${['Noise', 'Rest', 'Noise and rest'][i % 3]}, part ${i}`,
		author: [{ family: 'Ashdene', given: 'K.' }],
		issued: { 'date-parts': [[2000 + (i % 20)]] }
	},
	taggings: []
});
const DRAFTS = {
	yarrow: Array.from({ length: 40 }, (_, i) => draft('yarrow', i)),
	fern: Array.from({ length: 30 }, (_, i) => draft('fern', i * 2))
};

let url: string;
beforeAll(async () => {
	url = await databaseWithYarrow('fern');
	for (const [code, drafts] of Object.entries(DRAFTS)) await store(code, drafts);
	await createInquiry(LOCAL_PERSON, {
		id: 'q',
		title: 'Quiet <rooms>',
		question: 'Why?',
		indexes: ['yarrow', 'fern']
	});
	for (const command of [
		{ kind: 'concept.add', id: 'c1', name: 'sound' },
		{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'noise' },
		{ kind: 'word.add', id: 'w2', conceptId: 'c1', text: 'part' },
		{ kind: 'concept.add', id: 'c2', name: 'quiet' },
		{ kind: 'word.add', id: 'w3', conceptId: 'c2', text: 'rest' },
		{ kind: 'cell.noHeading', conceptId: 'c2', indexCode: 'fern', tried: ['rest'], edition: '' },
		{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2005 }] }
	] satisfies Command[])
		await changeInquiry(LOCAL_PERSON, 'q', command);
});
afterAll(() => dropDatabase(url));

const file = async (ending: string, report?: number, inquiry = 'q') => {
	const response = await reportFile(LOCAL_PERSON, inquiry, ending, { report });
	return new Uint8Array(await response.arrayBuffer());
};
const textOf = async (...of: Parameters<typeof file>) => strFromU8(await file(...of));
const factsNow = async () => (JSON.parse(await textOf('json')) as { facts: ReportFacts }).facts;

/** Names and texts of the elements of an XML file; throws where it is not well-formed. */
function elementsOf(xml: string): { name: string; attributes: Record<string, string> }[] {
	const found: { name: string; attributes: Record<string, string> }[] = [];
	const parser = new SaxesParser();
	parser.on('error', (error) => {
		throw error;
	});
	parser.on('opentag', ({ name, attributes }) =>
		found.push({ name, attributes: attributes as Record<string, string> })
	);
	parser.write(xml).close();
	return found;
}

describe('the report of an inquiry', () => {
	it('of which nothing has been done yet says in words what is missing, in every format', async () => {
		await createInquiry(LOCAL_PERSON, { id: 'empty', title: 'Empty', question: '', indexes: [] });
		for (const ending of ['html', 'md', 'docx', 'json', 'zip']) {
			const response = await reportFile(LOCAL_PERSON, 'empty', ending, {});
			expect(response.status).toBe(200);
			if (ending === 'md') expect(await response.text()).toContain('No strategy has been run yet');
		}
		await expect(reportFile(LOCAL_PERSON, 'q', 'odt', {})).rejects.toThrow('.html, .md');
		await expect(reportFile(LOCAL_PERSON, 'q', 'html', { report: 7 })).rejects.toThrow('No report 7');
		await expect(setDraft(LOCAL_PERSON, 'q', { ...FIRST_DRAFT, runs: [99] })).rejects.toThrow('no run 99');
	});

	it('has the numbers of its runs: lines, limits, works and what went on to the reading list', async () => {
		const numbers = [
			await runStrategy(LOCAL_PERSON, 'q', 'yarrow'),
			await runStrategy(LOCAL_PERSON, 'q', 'fern')
		];
		await takePool(
			LOCAL_PERSON,
			'q',
			{ runs: [numbers[1]], without: [], members: [], sort: 'relevance', offset: 0, limit: 1 },
			{ from: 'a run', client: '' }
		);
		const list = await readList(LOCAL_PERSON, 'q');
		await changeInquiry(LOCAL_PERSON, 'q', {
			kind: 'entries.set',
			ids: [list[0].id, list[1].id],
			decision: 'keep'
		});
		await changeInquiry(LOCAL_PERSON, 'q', {
			kind: 'entries.set',
			ids: [list[2].id],
			decision: 'drop',
			reason: 'too loud'
		});
		const facts = await factsNow();
		// What was combined on the side is no search of an index, though it came last.
		await combineRuns(LOCAL_PERSON, 'q', 'or', [numbers[0], numbers[0]]);
		expect((await factsNow()).runs.map(({ number }) => number)).toEqual(numbers);
		expect(facts.runs.map(({ number }) => number)).toEqual(numbers);
		const found = [];
		for (const { number, code, count, lines, limits, withoutLimits, cql } of facts.runs) {
			const run = await findRun('q', number);
			expect(count).toBe(foundOf(run).size);
			expect(count).toBe(run.count);
			const rows = await connection().sql<{ n: number; key: string }>`
				select n, key from records where index_code = ${code}`;
			const keys = rows.filter(({ n }) => foundOf(run).has(n)).map(({ key }) => key);
			found.push(DRAFTS[code as 'fern'].filter(({ key }) => keys.includes(key)));
			// What the last line says is found by the exact text.
			const { count: whole } = await searchIndex(LOCAL_PERSON, code, {
				cql,
				limits: [],
				yields: false,
				offset: 0,
				limit: 0,
				sort: 'relevance'
			} as never);
			expect(lines?.at(-1)?.count).toBe(whole);
			const removed = limits.reduce((sum, { removes }) => sum + removes, 0);
			expect(
				limits.every(({ removes, doesNotMatch, notLabelled }) => removes === doesNotMatch + notLabelled)
			).toBe(true);
			expect((withoutLimits ?? count) - removed).toBe(count);
			for (const line of lines?.slice(0, -1) ?? []) {
				const word = /“(.*)”/.exec(line.says)?.[1];
				if (!word) continue;
				const own = DRAFTS[code as 'fern'].filter(({ item }) =>
					item.title?.toLowerCase().split(/\W+/).includes(word)
				);
				expect(line.count, word).toBe(own.length);
			}
		}
		// Every two records held against each other.
		const [one, other] = found;
		const shared = one.filter((a) =>
			other.some((b) => isSameWork(workKeys(a.item), workKeys(b.item)))
		).length;
		expect(shared).toBeGreaterThan(0);
		expect(facts.pool).toEqual({
			records: one.length + other.length,
			works: one.length + other.length - shared,
			of: [
				{ run: numbers[0], count: one.length, alone: one.length - shared },
				{ run: numbers[1], count: other.length, alone: other.length - shared }
			]
		});
		expect(facts.list).toMatchObject({
			all: other.length,
			found: other.length,
			keep: 2,
			open: other.length - 3,
			dropped: [{ reason: 'too loud', count: 1 }]
		});
		expect(facts.list.kept).toHaveLength(2);
		const html = await textOf('html');
		for (const { number, count } of facts.runs) {
			expect(html).toContain(`<a href="#run-${number}">${count}</a>`);
			expect(html).toContain(`id="run-${number}"`);
		}
		expect(html).toContain('Quiet &lt;rooms&gt;');
	});

	it('tells of runs that are chosen, also of one made elsewhere, whose records nobody here knows', async () => {
		const number = await logElsewhere(LOCAL_PERSON, 'q', {
			indexCode: 'fern',
			text: 'noise AND rest [all]',
			count: 812,
			at: new Date('2026-02-03T10:00:00Z'),
			note: 'at the desk'
		});
		await setDraft(LOCAL_PERSON, 'q', { ...FIRST_DRAFT, runs: [1, number] });
		const facts = await factsNow();
		expect(facts.runs.map((run) => [run.number, run.kind, run.count])).toEqual([
			[1, 'run', facts.runs[0].count],
			[number, 'elsewhere', 812]
		]);
		// It has no part in what is joined, and is told as it was typed.
		expect(facts.pool?.of.map(({ run }) => run)).toEqual([1]);
		const page = await textOf('md');
		expect(page).toContain('noise AND rest [all]');
		expect(page).toContain('As it was typed:');
		expect(page).toContain('not known');
		await setDraft(LOCAL_PERSON, 'q', { ...FIRST_DRAFT, runs: [] });
		expect(await textOf('md')).toContain('No strategy has been run yet');
		await setDraft(LOCAL_PERSON, 'q', { ...FIRST_DRAFT, runs: [1, 2] });
	});

	it('is a document with headings, tables with heads, numbered captions and places that links lead to', async () => {
		const parts = unzipSync(await file('docx'));
		const elements = elementsOf(strFromU8(parts['word/document.xml']));
		for (const [name, content] of Object.entries(parts))
			if (name.endsWith('.xml') || name.endsWith('.rels')) elementsOf(strFromU8(content));
		const named = (name: string) => elements.filter((element) => element.name === name);
		const styles = named('w:pStyle').map(({ attributes }) => attributes['w:val']);
		expect(styles.filter((style) => style === 'Title')).toHaveLength(1);
		expect(styles.filter((style) => style === 'Heading1')).toHaveLength(REPORT_PARTS.length);
		expect(styles.filter((style) => style === 'Caption')).toHaveLength(named('w:tbl').length);
		expect(named('w:fldSimple')).toHaveLength(named('w:tbl').length);
		// The picture of the flow is a table without a head.
		expect(named('w:tblHeader')).toHaveLength(named('w:tbl').length - 1);
		const places = new Set(named('w:bookmarkStart').map(({ attributes }) => attributes['w:name']));
		const links = named('w:hyperlink').map(({ attributes }) => attributes['w:anchor']);
		expect(links.length).toBeGreaterThan(10);
		for (const anchor of links) expect(places).toContain(anchor);
	});

	it('comes with every file that stands behind it, each as the manifest says', async () => {
		const files = unzipSync(await file('zip'));
		const manifest = strFromU8(files['MANIFEST.sha256']).trim().split('\n');
		expect(manifest).toHaveLength(Object.keys(files).length - 1);
		for (const line of manifest) {
			const [sum, name] = line.split('  ');
			expect(createHash('sha256').update(files[name]).digest('hex'), name).toBe(sum);
		}
		for (const name of [
			'report.docx',
			'crosswalk.sssom.tsv',
			'crosswalk.ttl',
			'crosswalk.xlsx',
			'works-kept.ris',
			'inquiry.json',
			'strategies/run-1-yarrow.cql',
			'strategies/run-1-yarrow.txt'
		])
			expect(Object.keys(files)).toContain(name);
		expect(strFromU8(files['works-kept.ris']).match(/^ER {2}-/gm)).toHaveLength(2);
	});

	it('is kept to the letter when it is handed in, and says before the next what has changed', async () => {
		await setDraft(LOCAL_PERSON, 'q', {
			...FIRST_DRAFT,
			runs: [1, 2],
			texts: { contacts: 'Nobody was asked.' }
		});
		const [html, md] = [await textOf('html'), await textOf('md')];
		expect(html).toContain('Nobody was asked.');
		const number = await handIn(LOCAL_PERSON, 'q');
		expect(await textOf('html', number)).toBe(html);
		expect(await textOf('md', number)).toBe(md);
		expect((await reportView(LOCAL_PERSON, 'q')).outdated).toEqual([]);

		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'word.add', id: 'w9', conceptId: 'c1', text: 'din' });
		const view = await reportView(LOCAL_PERSON, 'q');
		expect(view.outdated).toEqual([1, 2]);
		expect(await textOf('html')).toContain('Concept sound: changed.');
		expect(await textOf('html')).toContain('The crosswalk has been changed since this run');
		// What was handed in is as it was.
		expect(await textOf('html', number)).toBe(html);
		expect(await textOf('md', number)).toBe(md);
		// Of the same runs, with what was changed put back, it is the same but for the changes.
		await changeInquiry(LOCAL_PERSON, 'q', { kind: 'word.remove', id: 'w9' });
		const again = await textOf('html');
		const without = (page: string) => page.replace(/<section id="changes">[\s\S]*?<\/section>/, '');
		expect(without(again)).toBe(without(html));
		// Lines are told no more once the records are others, and the totals stay those of the run.
		await store('fern', [draft('fern', 99)]);
		const later = await factsNow();
		expect(later.runs.map(({ lines }) => lines === null)).toEqual([false, true]);
		expect(later.runs.map(({ count }) => count)).toEqual((await factsNow()).runs.map(({ count }) => count));
	});

	it('goes along with the inquiry, and is made again from the document to the letter', async () => {
		const document = JSON.parse(JSON.stringify(await exportInquiry(LOCAL_PERSON, 'q')));
		const parsed = v.parse(inquiryDocument(), document);
		const copy = await importInquiry(LOCAL_PERSON, parsed);
		expect(copy).not.toBe('q');
		for (const ending of ['html', 'md'])
			expect(await textOf(ending, 1, copy), ending).toBe(await textOf(ending, 1));
		expect(JSON.parse(await textOf('json', 1, copy))).toEqual(JSON.parse(await textOf('json', 1)));
		expect((await reportView(LOCAL_PERSON, copy)).draft).toEqual((await reportView(LOCAL_PERSON, 'q')).draft);
		// The next one that is handed in has the next number.
		expect(await handIn(LOCAL_PERSON, copy)).toBe(2);
		// What no report could be written from is refused, and so is one that is there twice.
		const [handedIn] = document.reports.handedIn;
		const withReports = (...reports: unknown[]) => ({
			...document,
			reports: { draft: null, handedIn: reports }
		});
		const faulty = withReports({ ...handedIn, facts: { ...handedIn.facts, runs: [{ number: 1 }] } });
		expect(v.safeParse(inquiryDocument(), faulty).success).toBe(false);
		const twice = v.parse(inquiryDocument(), withReports(handedIn, handedIn));
		await expect(importInquiry(LOCAL_PERSON, twice)).rejects.toThrow('reports.handedIn');
		// A document from before there were reports is taken in as it is.
		const { reports: _, ...before } = document;
		await expect(importInquiry(LOCAL_PERSON, v.parse(inquiryDocument(), before))).resolves.toBeTruthy();
	});
});
