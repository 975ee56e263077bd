/** A report as a document: parts of headings, texts, tables and lists, before it is written in any format. */

/** A piece of text; alone, plain. */
export type Span =
	| string
	| {
			text: string;
			bold?: true;
			italic?: true;
			code?: true;
			/** An address, or `#` and the name of a place in the document. */ to?: string;
	  };
export type Line = Span | Span[];

export interface Table {
	kind: 'table';
	/** Its place, to be pointed to. */
	id: string;
	caption: string;
	columns: { says: string; isNumber?: true }[];
	rows: Line[][];
}

/** How many there were from step to step, and what left at each. */
export interface Flow {
	kind: 'flow';
	id: string;
	caption: string;
	steps: {
		says: string;
		count: number;
		/** Where they come in: each with how many. */ from?: Line[];
		/** What goes no further from here. */ left?: Line[];
	}[];
}

export type Block =
	| { kind: 'heading'; id: string; text: string }
	| { kind: 'text'; line: Line }
	/** Something that nobody has said yet. */
	| { kind: 'missing'; line: Line }
	| { kind: 'list'; items: Line[]; isNumbered?: true }
	| { kind: 'code'; text: string }
	| Table
	| Flow;

export interface ReportPart {
	id: string;
	name: string;
	blocks: Block[];
}

export interface ReportDocument {
	title: string;
	/** Under the title: what it is of, and by whom. */
	byline: string;
	/** A date in words; nothing else in it changes from one making to the next. */
	made: string;
	parts: ReportPart[];
}

export const spansOf = (line: Line): Exclude<Span, string>[] =>
	(Array.isArray(line) ? line : [line]).map((span) => (typeof span === 'string' ? { text: span } : span));

export const plainOf = (line: Line): string =>
	spansOf(line)
		.map(({ text }) => text)
		.join('');
