import fc from 'fast-check';
import MarkdownIt from 'markdown-it';
import { describe, expect, it } from 'vitest';
import { FITS, ROLES } from '../crosswalk';
import { changesSince } from './changes-since';
import { plainOf, type Block, type Line } from './document';
import type { ReportFacts, ReportRun } from './report-facts';
import { GUIDELINE } from './guideline';
import { reportToHtml } from './html';
import { reportToMarkdown } from './markdown';
import { REPORT_PARTS, reportOf, type ReportWish } from './report-parts';

const text = fc.oneof(
	fc.constantFrom(
		'noise',
		'Sleep & rest',
		'<script>alert(1)</script>',
		'*stars* | _lines_ `code`',
		'ضوضاء',
		'1. x\n- y',
		''
	),
	fc.string({ maxLength: 12 })
);
const count = fc.nat({ max: 2_000_000 });
const CODES = ['alder', 'yarrow'];
const day = fc.constantFrom('2026-01-02T09:30:00.000Z', '2026-03-04T10:00:00.000Z');

const run = (code: string, number: number): fc.Arbitrary<ReportRun> =>
	fc.record({
		number: fc.constant(number),
		code: fc.constant(code),
		name: text,
		note: text,
		at: day,
		by: text,
		edition: text,
		count,
		kind: fc.constantFrom('run' as const, 'elsewhere' as const, 'kept' as const),
		cql: text,
		dialect: text,
		lines: fc.option(fc.array(fc.record({ says: text, count }), { maxLength: 4 })),
		limits: fc.array(fc.record({ says: text, removes: count, doesNotMatch: count, notLabelled: count }), {
			maxLength: 2
		}),
		withoutLimits: fc.option(count),
		isOutdated: fc.boolean()
	});
const facts: fc.Arbitrary<ReportFacts> = fc.record({
	inquiry: fc.record({ id: fc.constant('q'), title: text, question: text }),
	people: fc.array(text, { maxLength: 2 }),
	concepts: fc.constant(null).chain(() =>
		fc.tuple(
			...['c1', 'c2'].map((id) =>
				fc.record({
					id: fc.constant(id),
					name: text,
					status: fc.constantFrom('required' as const, 'waiting' as const, 'exclude' as const),
					words: fc.array(
						fc.record({
							text,
							lang: fc.constantFrom('', 'es'),
							capitals: fc.boolean(),
							offIn: fc.array(text, { maxLength: 1 })
						}),
						{ maxLength: 3 }
					)
				})
			)
		)
	),
	indexes: fc.tuple(
		...CODES.map((code) =>
			fc.record({
				code: fc.constant(code),
				name: fc.constant(code.toUpperCase()),
				discipline: text,
				headingNoun: fc.constant('headings'),
				edition: text,
				records: count,
				years: fc.option(fc.constant<[number, number]>([1980, 2026])),
				standIn: fc.boolean()
			})
		)
	),
	cells: fc.array(
		fc.record({
			conceptId: fc.constantFrom('c1', 'c2'),
			code: fc.constantFrom(...CODES),
			picks: fc.array(
				fc.record({
					headings: fc.array(text, { minLength: 1, maxLength: 2 }),
					fit: fc.constantFrom(...FITS),
					role: fc.constantFrom(...ROLES),
					switches: fc.array(text, { maxLength: 2 }),
					note: text,
					by: text,
					on: day
				}),
				{ maxLength: 3 }
			),
			noHeading: fc.option(
				fc.record({ tried: fc.array(text, { maxLength: 2 }), note: text, by: text, on: day })
			)
		}),
		{ maxLength: 4 }
	),
	runs: fc.oneof(fc.constant<ReportRun[]>([]), fc.tuple(run('alder', 3), run('yarrow', 12))),
	pool: fc.option(
		fc.record({
			records: count,
			works: count,
			of: fc.constant([
				{ run: 3, count: 2, alone: 1 },
				{ run: 12, count: 4, alone: 3 }
			])
		})
	),
	list: fc.record({
		all: count,
		found: count,
		keep: count,
		open: count,
		dropped: fc.array(fc.record({ reason: text, count }), { maxLength: 2 }),
		style: fc.constant('apa'),
		kept: fc.array(text, { maxLength: 3 })
	}),
	pearls: fc.array(
		fc.record({ run: fc.constantFrom(3, 12), of: fc.constant(4), missed: fc.array(text, { maxLength: 3 }) }),
		{ maxLength: 2 }
	),
	checks: fc.array(
		fc.record({
			code: fc.constantFrom(...CODES),
			open: fc.array(fc.record({ text, effect: fc.integer({ min: -50, max: 50 }) }), { maxLength: 2 }),
			left: fc.array(fc.record({ text, reason: text }), { maxLength: 2 })
		}),
		{ maxLength: 2 }
	)
});
const wish: ReportWish = { parts: REPORT_PARTS, texts: { contacts: 'Two authors & *a librarian*.' } };
const ON = '2026-05-06T07:08:09.000Z';

const linesOf = (block: Block): Line[] => {
	switch (block.kind) {
		case 'table':
			return [block.caption, ...block.columns.map(({ says }) => says), ...block.rows.flat()];
		case 'flow':
			return [
				block.caption,
				...block.steps.flatMap(({ says, from = [], left = [] }) => [says, ...from, ...left])
			];
		case 'list':
			return block.items;
		case 'heading':
		case 'code':
			return [block.text];
		default:
			return [block.line];
	}
};
const unescaped = (html: string) =>
	html.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&');
const squeezed = (said: string) => said.replace(/\s+/g, ' ').trim();

describe('a report', () => {
	it('says everything it knows, in HTML, in which nothing that was written can do anything', () => {
		fc.assert(
			fc.property(facts, (known) => {
				const document = reportOf(known, wish, ON);
				const html = reportToHtml(document);
				const said = squeezed(unescaped(html.replace(/<[^<>]*>/g, '')));
				for (const { blocks } of document.parts)
					for (const line of blocks.flatMap(linesOf)) expect(said).toContain(squeezed(plainOf(line)));
				expect(html.match(/<script|<img|onerror=/i)).toBeNull();
			}),
			{ numRuns: 60 }
		);
	});

	it('leads from every number of records to the run it comes from, by a place that is there, in HTML and Markdown', () => {
		fc.assert(
			fc.property(facts, (known) => {
				const document = reportOf(known, wish, ON);
				for (const [written, link, place] of [
					[reportToHtml(document), /<a href="#([^"]+)"/g, (id: string) => `id="${id}"`],
					[reportToMarkdown(document), /\]\(#([^)]+)\)/g, (id: string) => `<a id="${id}"></a>`]
				] as const)
					for (const [, id] of written.matchAll(link)) expect(written).toContain(place(id));
				for (const { number, count: found } of known.runs)
					expect(reportToHtml(document)).toContain(
						`<a href="#run-${number}">${found.toLocaleString('en')}</a>`
					);
			}),
			{ numRuns: 60 }
		);
	});

	it('is the same to the letter whenever it is made, but for its date', () => {
		fc.assert(
			fc.property(facts, (known) => {
				const again = structuredClone(known);
				for (const write of [reportToHtml, reportToMarkdown]) {
					const [one, other] = [write(reportOf(known, wish, ON)), write(reportOf(again, wish, ON))];
					expect(other).toBe(one);
					const later = write(reportOf(again, wish, '2027-01-01T00:00:00.000Z'));
					expect(later.replaceAll('2027-01-01', '2026-05-06')).toBe(one);
				}
			}),
			{ numRuns: 40 }
		);
	});

	it('keeps the table of a Markdown file whole, whatever stands in it', () => {
		fc.assert(
			fc.property(facts, (known) => {
				const rows = reportToMarkdown(reportOf(known, wish, ON))
					.split('\n')
					.filter((line) => line.startsWith('| '));
				for (const row of rows) expect(row.endsWith(' |'), row).toBe(true);
				const bars = (row: string) => row.replace(/\\./g, '').split('|').length;
				let width = 0;
				for (const [i, row] of rows.entries()) {
					if (/^\| -/.test(rows[i + 1] ?? '')) width = bars(row);
					expect(bars(row), row).toBe(width);
				}
			}),
			{ numRuns: 60 }
		);
	});

	it('is read by others as the text it is, whatever stands in it or in the names of its places', () => {
		const hostile = fc.oneof(
			fc.constantFrom('<img src=x onerror=alert(1)>', '[x](javascript:alert(1))', '![x](y)', '&lt;b&gt;', '``` x', '~~~', '"><b>', '`a|b` \\', '# x', '=', '1) x', '    x', '<!-- x'),
			fc.string({ unit: fc.constantFrom(...'ab `*_[]()<>|#~&!"\'\\=-+1.\n\t'), maxLength: 14 })
		);
		fc.assert(
			fc.property(hostile, hostile, hostile, (said, other, id) => {
				const span = { text: other, italic: true as const, to: `#${id}` };
				const document = {
					title: said, byline: other, made: said,
					parts: [{ id, name: said, blocks: [
						{ kind: 'heading' as const, id, text: said },
						{ kind: 'text' as const, line: [said, span] },
						{ kind: 'list' as const, items: [said, other] },
						{ kind: 'table' as const, id, caption: `Of ${said}`, columns: [{ says: said }], rows: [[{ text: other, code: true as const }], [said]] },
						{ kind: 'code' as const, text: said }
					] }]
				};
				const html = new MarkdownIt({ html: true }).render(reportToMarkdown(document));
				const tags = new Set([...html.replace(/"[^"]*"/g, '""').matchAll(/<\/?([a-z0-9!-]+)/gi)].map(([, tag]) => tag));
				for (const tag of tags) expect(['h1', 'h2', 'h3', 'p', 'a', 'em', 'ul', 'li', 'table', 'thead', 'tbody', 'tr', 'th', 'td', 'code', 'pre', 'br']).toContain(tag);
				expect(html).not.toMatch(/<a [^>]*href="(?!#)/);
				const visible = unescaped(html.replace(/<[^<>]*>/g, ' ')).replace(/\s+/g, '');
				const bare = (text: string) => text.replace(/\s+/g, '');
				const wanted = [said, other, said, said, said, said + other, said, other, `Of${said}`, said, other, said, said].map(bare).join('');
				expect(visible).toBe(wanted);
			}),
			{ numRuns: 300 }
		);
	}); // prettier-ignore

	it('has its parts in the order that is wanted, and marks of the guideline what nobody has said', () => {
		fc.assert(
			fc.property(facts, fc.shuffledSubarray([...REPORT_PARTS]), (known, parts) => {
				const document = reportOf(known, { ...wish, parts }, ON);
				expect(document.parts.map(({ id }) => id)).toEqual(parts);
				const guideline = document.parts.find(({ id }) => id === 'guideline');
				if (!guideline) return;
				const headings = guideline.blocks.filter(({ kind }) => kind === 'heading');
				expect(headings).toHaveLength(16);
				const missing = guideline.blocks.filter(({ kind }) => kind === 'missing').length;
				const silent = GUIDELINE.filter(({ id, says }) => id !== 'contacts' && says?.(known) === undefined);
				expect(missing).toBe(silent.length);
			}),
			{ numRuns: 60 }
		);
	});

	it('tells nothing as changed against itself, and every change against another', () => {
		fc.assert(
			fc.property(facts, facts, (before, now) => {
				expect(changesSince(before, structuredClone(before))).toEqual([]);
				const said = changesSince(before, now);
				if (before.inquiry.question !== now.inquiry.question)
					expect(said).toContain('The question was changed.');
				if (before.list.keep !== now.list.keep)
					expect(said.some((line) => line.includes('works kept instead of'))).toBe(true);
				for (const { number: made } of now.runs)
					if (before.runs.length === 0) expect(said.some((line) => line.includes(`run ${made},`))).toBe(true);
			}),
			{ numRuns: 60 }
		);
	});
});
