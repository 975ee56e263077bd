import { strFromU8, unzipSync } from 'fflate';
import fc from 'fast-check';
import { SaxesParser } from '@rubensworks/saxes';
import { describe, expect, it } from 'vitest';
import type { Block, Line, ReportDocument, Table } from '../../../core/report';
import { reportToDocx } from './report-docx';

/** Texts of a document in their order, and what elements it has; throws where it is not well-formed. */
function readDocx(bytes: Uint8Array) {
	const texts: string[] = [];
	const elements: { name: string; attributes: Record<string, string> }[] = [];
	let isText = false;
	const parser = new SaxesParser();
	parser.on('error', (error) => {
		throw error;
	});
	parser.on('opentag', ({ name, attributes }) => {
		elements.push({ name, attributes: attributes as Record<string, string> });
		isText = name === 'w:t';
		if (isText) texts.push('');
	});
	parser.on('closetag', () => (isText = false));
	parser.on('text', (text) => {
		if (isText) texts[texts.length - 1] += text;
	});
	parser.write(strFromU8(unzipSync(bytes)['word/document.xml'])).close();
	return { texts, elements, all: (name: string) => elements.filter((element) => element.name === name) };
}

// What no XML can hold is not let into an inquiry.
const text = fc.oneof(
	fc.constantFrom('noise', 'Sleep & rest', '<w:t>', 'ضوضاء', 'α→β', '"quoted"', '  spaced  '),
	fc.stringMatching(/^[ -~]{0,12}$/)
);
const line: fc.Arbitrary<Line> = fc.oneof(
	text,
	fc.array(
		fc.oneof(
			text,
			fc.record({
				text,
				bold: fc.constant(true as const),
				to: fc.constantFrom('#a', '#b', 'https://x.example/y?z=1&w=2')
			}),
			fc.record({ text, italic: fc.constant(true as const), code: fc.constant(true as const) })
		),
		{ maxLength: 3 }
	)
);
const block: fc.Arbitrary<Block> = fc.oneof(
	fc.record({ kind: fc.constantFrom('text' as const, 'missing' as const), line }),
	fc.record({ kind: fc.constant('list' as const), items: fc.array(line, { maxLength: 3 }) }),
	fc.record({ kind: fc.constant('code' as const), text: text.map((one) => `${one}\n${one}`) }),
	fc.record({
		kind: fc.constant('table' as const),
		id: fc.constantFrom('t1', 't2'),
		caption: text,
		columns: fc.constant<Table['columns']>([{ says: 'Index' }, { says: 'Records', isNumber: true }]),
		rows: fc.array(fc.tuple(line, line), { maxLength: 3 })
	}),
	fc.record({
		kind: fc.constant('flow' as const),
		id: fc.constant('flow'),
		caption: text,
		steps: fc.array(
			fc.record({
				says: text,
				count: fc.nat(),
				from: fc.array(line, { maxLength: 2 }),
				left: fc.array(line, { maxLength: 2 })
			}),
			{ maxLength: 3 }
		)
	})
);
const report: fc.Arbitrary<ReportDocument> = fc.record({
	title: text,
	byline: text,
	made: text,
	parts: fc.array(
		fc.record({
			id: fc.constantFrom('a', 'b', 'a part with a name that goes on for ever and ever'),
			name: text,
			blocks: fc.array(block, { maxLength: 4 })
		}),
		{ maxLength: 3 }
	)
});

const spans = (one: Line): string[] =>
	(Array.isArray(one) ? one : [one]).map((span) => (typeof span === 'string' ? span : span.text));
function textsOf(own: Block): string[] {
	switch (own.kind) {
		case 'table':
			return [own.caption, ...own.rows.flat().flatMap(spans)];
		case 'flow':
			return own.steps.flatMap(({ from = [], left = [] }) => [...from, ...left].flatMap(spans));
		case 'list':
			return own.items.flatMap(spans);
		case 'code':
			return own.text.split('\n');
		case 'heading':
			return [own.text];
		default:
			return spans(own.line);
	}
}

describe('a report for word processors', () => {
	it('says all that the document says, whatever that is, in real parts', async () => {
		await fc.assert(
			fc.asyncProperty(report, async (document) => {
				const { texts, all } = readDocx(await reportToDocx(document));
				const said = texts.join('\n');
				for (const wanted of [
					document.title,
					...document.parts.flatMap(({ blocks }) => blocks.flatMap(textsOf))
				])
					expect(said).toContain(wanted);
				const tables = document.parts.flatMap(({ blocks }) => blocks.filter(({ kind }) => kind === 'table'));
				expect(all('w:tblHeader')).toHaveLength(tables.length);
				const styles = all('w:pStyle').map(({ attributes }) => attributes['w:val']);
				expect(styles.filter((style) => style === 'Heading1')).toHaveLength(document.parts.length);
				for (const { attributes } of all('w:bookmarkStart'))
					expect(attributes['w:name']).toMatch(/^\w{1,40}$/);
			}),
			{ numRuns: 40 }
		);
	});

	it('numbers tables and figures each by themselves', async () => {
		const table = (id: string): Block => ({
			kind: 'table',
			id,
			caption: id,
			columns: [{ says: 'A' }],
			rows: [['x']]
		});
		const { texts, all } = readDocx(
			await reportToDocx({
				title: 'T',
				byline: '',
				made: '',
				parts: [
					{
						id: 'p',
						name: 'P',
						blocks: [table('one'), { kind: 'flow', id: 'f', caption: 'flow', steps: [] }, table('two')]
					}
				]
			})
		);
		expect(all('w:fldSimple').map(({ attributes }) => attributes['w:instr'])).toEqual([
			'SEQ Table \\* ARABIC',
			'SEQ Figure \\* ARABIC',
			'SEQ Table \\* ARABIC'
		]);
		expect(texts.filter((one) => /^\d$/.test(one))).toEqual(['1', '1', '2']);
	});
});
