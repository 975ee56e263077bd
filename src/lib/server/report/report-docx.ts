/** A report as a document for word processors: real headings, tables with a repeated head, numbered captions, places to point to. */
import {
	AlignmentType,
	Bookmark,
	BorderStyle,
	Document,
	ExternalHyperlink,
	HeadingLevel,
	InternalHyperlink,
	LevelFormat,
	Packer,
	Paragraph,
	type ParagraphChild,
	SimpleField,
	Table,
	TableCell,
	TableRow,
	TextRun,
	WidthType
} from 'docx';
import {
	type Block,
	type Flow,
	type Line,
	type ReportDocument,
	spansOf,
	type Table as ReportTable
} from '../../../core/report';

/** O(length). */
export async function reportToDocx({ title, byline, made, parts }: ReportDocument): Promise<Uint8Array> {
	const places = new Places();
	const document = new Document({
		title,
		creator: 'Oakmoss',
		// Nothing in the file but what is said tells when it was made.
		lastModifiedBy: 'Oakmoss',
		styles: {
			default: { document: { run: { font: 'Georgia', size: 22 }, paragraph: { spacing: { after: 120 } } } }
		},
		numbering: {
			config: [
				{
					reference: 'numbers',
					levels: [{ level: 0, format: LevelFormat.DECIMAL, text: '%1.', alignment: AlignmentType.START }]
				}
			]
		},
		sections: [
			{
				children: [
					new Paragraph({ heading: HeadingLevel.TITLE, children: [new TextRun(title)] }),
					new Paragraph({ children: [new TextRun({ text: byline, color: '555555' })] }),
					new Paragraph({ children: [new TextRun({ text: made, color: '555555' })] }),
					...parts.flatMap(({ id, name, blocks }) => [
						new Paragraph({
							heading: HeadingLevel.HEADING_1,
							children: [new Bookmark({ id: places.named(id), children: [new TextRun(name)] })]
						}),
						...blocks.flatMap((block) => blockToDocx(block, places))
					])
				]
			}
		]
	});
	return new Uint8Array(await Packer.toBuffer(document));
}

/** Word takes forty letters, digits and underlines for the name of a place. */
class Places {
	private readonly names = new Map<string, string>();
	private readonly counts = { Table: 0, Figure: 0 };

	/** The number of the next table or figure. */
	next(what: 'Table' | 'Figure'): string {
		return String(++this.counts[what]);
	}

	named(id: string): string {
		const known = this.names.get(id);
		if (known) return known;
		const name = `p${this.names.size + 1}_${id.replace(/\W/g, '_')}`.slice(0, 40);
		this.names.set(id, name);
		return name;
	}
}

function runsOf(line: Line, places: Places): ParagraphChild[] {
	return spansOf(line).map(({ text, bold, italic, code, to }) => {
		const run = new TextRun({
			text,
			bold,
			italics: italic,
			...(code && { font: 'Consolas' }),
			...(to !== undefined && { style: 'Hyperlink' })
		});
		if (to === undefined) return run;
		return to.startsWith('#')
			? new InternalHyperlink({ anchor: places.named(to.slice(1)), children: [run] })
			: new ExternalHyperlink({ link: to, children: [run] });
	});
}

function blockToDocx(block: Block, places: Places): (Paragraph | Table)[] {
	switch (block.kind) {
		case 'heading':
			return [
				new Paragraph({
					heading: HeadingLevel.HEADING_2,
					children: [new Bookmark({ id: places.named(block.id), children: [new TextRun(block.text)] })]
				})
			];
		case 'text':
			return [new Paragraph({ children: runsOf(block.line, places) })];
		case 'missing':
			return [
				new Paragraph({
					children: runsOf(block.line, places),
					border: { left: { style: BorderStyle.SINGLE, size: 18, color: 'B4602A', space: 8 } }
				})
			];
		case 'list':
			return block.items.map(
				(item) =>
					new Paragraph({
						children: runsOf(item, places),
						...(block.isNumbered
							? { numbering: { reference: 'numbers', level: 0 } }
							: { bullet: { level: 0 } })
					})
			);
		case 'code':
			return block.text.split('\n').map(
				(line) =>
					new Paragraph({
						spacing: { after: 0 },
						children: [new TextRun({ text: line, font: 'Consolas', size: 18 })]
					})
			);
		case 'table':
			return [
				captionOf('Table', block.caption, block.id, places),
				tableToDocx(block, places),
				new Paragraph('')
			];
		case 'flow':
			return [
				captionOf('Figure', block.caption, block.id, places),
				flowToDocx(block, places),
				new Paragraph('')
			];
	}
}

/** Numbered by the word processor, so that what is put in between is counted too. */
const captionOf = (what: 'Table' | 'Figure', text: string, id: string, places: Places) =>
	new Paragraph({
		style: 'Caption',
		keepNext: true,
		children: [
			new Bookmark({
				id: places.named(id),
				children: [new TextRun(`${what} `), new SimpleField(`SEQ ${what} \\* ARABIC`, places.next(what))]
			}),
			new TextRun(`: ${text}`)
		]
	});

function tableToDocx({ columns, rows }: ReportTable, places: Places): Table {
	const cell = (line: Line, at: number, bold = false) =>
		new TableCell({
			children: [
				new Paragraph({
					spacing: { after: 0 },
					alignment: columns[at]?.isNumber ? AlignmentType.END : AlignmentType.START,
					children: bold ? [new TextRun({ text: String(line), bold: true })] : runsOf(line, places)
				})
			]
		});
	return new Table({
		width: { size: 100, type: WidthType.PERCENTAGE },
		rows: [
			new TableRow({ tableHeader: true, children: columns.map(({ says }, at) => cell(says, at, true)) }),
			...rows.map((row) => new TableRow({ cantSplit: true, children: row.map((line, at) => cell(line, at)) }))
		]
	});
}

const NONE = { style: BorderStyle.NONE, size: 0, color: 'auto' };
const BARE = { top: NONE, bottom: NONE, left: NONE, right: NONE };

/** The steps one below the other, what leaves at each beside it. */
function flowToDocx({ steps }: Flow, places: Places): Table {
	const lines = (some: Line[]) =>
		some.map(
			(line) => new Paragraph({ spacing: { after: 0 }, bullet: { level: 0 }, children: runsOf(line, places) })
		);
	return new Table({
		width: { size: 100, type: WidthType.PERCENTAGE },
		rows: steps.flatMap(({ says, count, from = [], left = [] }, at) => [
			...(at > 0
				? [
						new TableRow({
							children: [
								new TableCell({
									borders: BARE,
									children: [new Paragraph({ alignment: AlignmentType.CENTER, children: [new TextRun('↓')] })]
								}),
								new TableCell({ borders: BARE, children: [new Paragraph('')] })
							]
						})
					]
				: []),
			new TableRow({
				cantSplit: true,
				children: [
					new TableCell({
						children: [
							new Paragraph({
								spacing: { after: 0 },
								children: [
									new TextRun(`${says}: `),
									new TextRun({ text: count.toLocaleString('en'), bold: true })
								]
							}),
							...lines(from)
						]
					}),
					new TableCell({
						...(left.length === 0 && { borders: BARE }),
						children: left.length > 0 ? [...lines(left)] : [new Paragraph('')]
					})
				]
			})
		])
	});
}
