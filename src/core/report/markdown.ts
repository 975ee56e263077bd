/** A report as Markdown with tables, as CommonMark and its table extension have them. */
import { type Block, type Line, type ReportDocument, spansOf, type Table } from './document';

/** What would be read as a sign of Markdown stands for itself. */
const escaped = (text: string) =>
	text
		.trim()
		.replace(/\s*[\r\n]\s*/g, ' ')
		.replace(/[\\`*_[\]<>|#~&!]/g, '\\$&')
		.replace(/^([-+=]|\d+[.)])/, (mark) => `${mark.slice(0, -1)}\\${mark.slice(-1)}`);

/** A place to be pointed to. Its name may be an identifier that came from outside. */
const anchor = (id: string) =>
	`<a id="${id.replace(/[&<>"'\s]/g, (sign) => `&#${sign.codePointAt(0)};`)}"></a>`;

/** O(length). */
export function reportToMarkdown({ title, byline, made, parts }: ReportDocument): string {
	const body = parts.map(({ id, name, blocks }) =>
		[`${anchor(id)}\n\n## ${escaped(name)}`, ...blocks.map(blockToMarkdown)].join('\n\n')
	);
	return `${[`# ${escaped(title)}`, escaped(byline), escaped(made), ...body].join('\n\n')}\n`;
}

/** @param isCell in a table, a bar ends a cell even within code */
function lineToMarkdown(line: Line, isCell = false): string {
	return spansOf(line)
		.map(({ text, bold, italic, code, to }) => {
			// Blanks at the ends stand outside of marks, which would not be marks otherwise.
			const [, before, own, after] = /^(\s*)(.*?)(\s*)$/s.exec(text) ?? [];
			if (own === '') return before && ' ';
			let said = code ? inCode(isCell ? own.replaceAll('|', '\\|') : own) : escaped(own);
			if (italic) said = `*${said}*`;
			if (bold) said = `**${said}**`;
			if (to !== undefined) said = `[${said}](${to.replace(/[()<>"\\\s]/g, inAddress)})`;
			return (before && ' ') + said + (after && ' ');
		})
		.join('');
}

/** Not all of these are changed by `encodeURIComponent`. */
const inAddress = (sign: string) =>
	`%${(sign.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(2, '0')}`;

function inCode(text: string): string {
	const fence = '`'.repeat(Math.max(0, ...(text.match(/`+/g) ?? []).map((run) => run.length)) + 1);
	const space = /^`|`$/.test(text) ? ' ' : '';
	return fence + space + text.replaceAll('\n', ' ') + space + fence;
}

function blockToMarkdown(block: Block): string {
	switch (block.kind) {
		case 'heading':
			return `${anchor(block.id)}\n\n### ${escaped(block.text)}`;
		case 'text':
			return lineToMarkdown(block.line);
		case 'missing':
			return `> ${lineToMarkdown(block.line)}`;
		case 'list':
			return block.items
				.map((item, i) => `${block.isNumbered ? `${i + 1}.` : '-'} ${lineToMarkdown(item)}`)
				.join('\n');
		case 'code':
			return `${fenceFor(block.text)}\n${block.text}\n${fenceFor(block.text)}`;
		case 'table':
			return tableToMarkdown(block);
		case 'flow':
			return [
				`*${escaped(block.caption)}*`,
				block.steps
					.map(({ says, count, from = [], left = [] }) =>
						[
							`- ${escaped(says)}: **${count.toLocaleString('en')}**`,
							...from.map((line) => `  - ${lineToMarkdown(line)}`),
							...left.map((line) => `  - less ${lineToMarkdown(line)}`)
						].join('\n')
					)
					.join('\n')
			].join('\n\n');
	}
}

/** Longer than any that stands in the text. */
const fenceFor = (text: string) =>
	'`'.repeat(Math.max(3, ...(text.match(/`+/g) ?? []).map((run) => run.length + 1)));

function tableToMarkdown({ id, caption, columns, rows }: Table): string {
	const row = (cells: string[]) => `| ${cells.join(' | ')} |`;
	return [
		`${anchor(id)}*${escaped(caption)}*`,
		[
			row(columns.map(({ says }) => escaped(says))),
			row(columns.map(({ isNumber }) => (isNumber ? '---:' : '---'))),
			...rows.map((cells) => row(cells.map((line) => lineToMarkdown(line, true))))
		].join('\n')
	].join('\n\n');
}
